import { reply } from '@/server/reply';

/** The server's time, by which a device sees that the line is there and how far its own clock is off. */
export const GET = () => reply({ ok: true, result: null, notes: [] }, 200);
export const dynamic = 'force-dynamic';
