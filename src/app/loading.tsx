/** While a screen is computed: the fence without its pickets. */
export default function Loading() {
  return (
    <main className="px-5 pt-8" aria-busy="true">
      <p className="font-cond text-xl">Reading the soil…</p>
      <div className="mt-4 grid gap-6" aria-hidden>
        {Array.from({ length: 6 }, (_, i) => (
          <div key={i} className="h-0.5 bg-rail" />
        ))}
      </div>
    </main>
  );
}
