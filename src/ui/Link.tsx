import NextLink from 'next/link';
import type { ComponentProps } from 'react';

/**
 * A link within the app. What it leads to is fetched when it is followed and not before: a sheet has dozens of links, few of
 * which are taken, and each would cost the server a page and a phone its data.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, 'prefetch'>) {
  return <NextLink {...props} prefetch={false} />;
}
