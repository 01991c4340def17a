'use client';
import { Link } from '@/ui/link';
import { usePathname } from 'next/navigation';

/** A place in the bar, lit where the screen is. @param within screens that belong to it and lie elsewhere */
export function NavLink({
  href,
  name,
  within = [],
}: Readonly<{ href: string; name: string; within?: readonly string[] }>) {
  const path = usePathname();
  const isHere = href === '/' ? path === '/' : [href, ...within].some((place) => path.startsWith(place));
  return (
    <Link
      href={href}
      aria-current={isHere ? 'page' : undefined}
      className={`flex min-h-touch items-center px-2.5 text-body md:px-3 md:text-lead no-underline ${isHere ? 'bg-lime text-ink' : 'text-pale'}`}
    >
      {name}
    </Link>
  );
}
