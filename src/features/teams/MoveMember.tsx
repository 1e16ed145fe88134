'use client';

import { useRouter } from 'next/navigation';
import { toast } from '@/ui/toast';
import { attempt } from '@/ui/forms/RecordForm';
import { moveMember } from './actions';

/** Which team a student is in; choosing another moves them. */
export function MoveMember({
  projectId,
  accountId,
  name,
  teamId,
  teams,
}: {
  projectId: string;
  accountId: string;
  name: string;
  teamId: string | null;
  teams: { id: string; name: string }[];
}) {
  const router = useRouter();
  const move = async (to: string) => {
    const outcome = await attempt(() => moveMember({ projectId, accountId, teamId: to || null }));
    if (outcome.ok) toast.success(`${name} is moved.`);
    else toast.error(outcome.message);
    router.refresh();
  };
  return (
    <select
      aria-label={`Team of ${name}`}
      value={teamId ?? ''}
      onChange={(e) => void move(e.target.value)}
      className="!w-36 !min-h-7 !py-0"
    >
      <option value="">no team</option>
      {teams.map((team) => (
        <option key={team.id} value={team.id}>
          {team.name}
        </option>
      ))}
    </select>
  );
}
