'use client';
import NextLink, { useLinkStatus } from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link that fetches its screen when it is followed, and not before: a list of lawns would otherwise ask the server for
 * dozens of screens that nobody opens, over a phone's connection. Until the screen comes, a bar runs over the top.
 */
export const Link = ({ children, ...props }: ComponentProps<typeof NextLink>) => (
  <NextLink prefetch={false} {...props}>
    {children}
    <OnItsWay />
  </NextLink>
);

function OnItsWay() {
  const { pending } = useLinkStatus();
  return pending && <span aria-hidden="true" className="on-its-way" />;
}
