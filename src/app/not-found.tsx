import { Link } from '@/ui/link';

export default function NotFound() {
  return (
    <main className="mx-auto mt-[12vh] max-w-xl px-5">
      <h1 className="text-3xl">There is nothing here</h1>
      <p className="mt-3 text-lg">
        The lawn or record is not one of your company’s, or the address is mistyped.
      </p>
      <Link href="/" className="button mt-5">
        To Today
      </Link>
    </main>
  );
}
