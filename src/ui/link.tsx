import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link that fetches its screen when it is followed, and not before: a list of lawns would otherwise ask the server for
 * dozens of screens that nobody opens, over a phone's connection.
 */
export const Link = (props: ComponentProps<typeof NextLink>) => <NextLink prefetch={false} {...props} />;
