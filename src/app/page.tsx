import { redirect } from 'next/navigation';
import { signedIn } from '@/server/actor';

export default async function Home() {
  redirect((await signedIn()) ? '/projects' : '/sign-in');
}
