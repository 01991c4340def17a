'use client';
import { Link } from '@/ui/link';
import { usePathname } from 'next/navigation';

/** A place in the bar, lit where the screen is. */
export function NavLink({ href, name }: Readonly<{ href: string; name: string }>) {
  const path = usePathname();
  const isHere = href === '/' ? path === '/' : path.startsWith(href);
  return (
    <Link
      href={href}
      aria-current={isHere ? 'page' : undefined}
      className={`flex min-h-[46px] items-center px-3 text-[17px] no-underline ${isHere ? 'bg-lime text-ink' : 'text-[#d5dcda]'}`}
    >
      {name}
    </Link>
  );
}
