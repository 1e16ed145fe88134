import { enter, type Target } from '@/server/access';
import { ROUTES, type Permission } from '@/server/policy';
import type { Search } from '@/areas/course';
import { frameFor, type Frame } from './loadFrame';

/** What Next hands to a page of a project. */
export interface SheetProps<More = object> {
  params: Promise<{ project: string } & More>;
  searchParams: Promise<Search>;
}

/** Opens a sheet: asks the policy for the route's permission (about `target`, if the page is about one object), loads the frame. */
export async function openSheet(
  route: keyof typeof ROUTES & string,
  { params, searchParams }: SheetProps,
  target?: Target,
): Promise<Frame> {
  const permission = ROUTES[route];
  if (!permission) throw new Error(`${route} has no row in the policy.`);
  const seat = await enter((await params).project, permission as Permission, target);
  return frameFor(seat, await searchParams);
}
