import { aboutPerson } from '@/shell/data/about';
import { signedIn } from '@/server/actor';
import { file } from '@/server/download';
import { reply } from '@/server/reply';
import { pool } from '@/db/connection';

/** What is kept about whoever asks. */
export async function GET() {
  const person = await signedIn();
  if (!person) return reply({ ok: false, denied: true, message: 'Sign in first.' }, 401);
  return file('about-me.json', 'application/json', JSON.stringify(await aboutPerson(pool(), person.id), null, 1));
}
