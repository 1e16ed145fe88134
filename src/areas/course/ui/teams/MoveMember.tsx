'use client';

import { useRouter } from 'next/navigation';
import { toast } from '@/ui/toast';
import { attempt } from '@/ui/forms/attempt';
import { moveMember } from '@/areas/course/write/teams';

interface Props {
  projectId: string;
  accountId: string;
  name: string;
  sectionId: string;
  teamId: string | null;
  left: boolean;
  /** All sections with their teams. */
  sections: { id: string; name: string; teams: { id: string; name: string }[] }[];
}

/** Where a student is: a team, a section without a team, or out of the class. Choosing another moves them. */
export function MoveMember({ projectId, accountId, name, sectionId, teamId, left, sections }: Props) {
  const router = useRouter();
  const move = async (to: string) => {
    const [section = '', team = ''] = to.split(' ');
    const gone = section === 'left';
    const outcome = await attempt(() =>
      moveMember({ projectId, accountId, sectionId: gone ? sectionId : section, teamId: team || null, left: gone }),
    );
    if (outcome.ok) toast.success(gone ? `${name} has left; what they did stays.` : `${name} is moved.`);
    else toast.error(outcome.message);
    router.refresh();
  };
  return (
    <select
      aria-label={`Team of ${name}`}
      value={left ? 'left' : `${sectionId} ${teamId ?? ''}`}
      onChange={(e) => void move(e.target.value)}
      className="!w-44 !min-h-7 !py-0"
    >
      {sections.map((section) => (
        <optgroup key={section.id} label={`Section ${section.name}`}>
          {section.teams.map((team) => (
            <option key={team.id} value={`${section.id} ${team.id}`}>
              {team.name}
            </option>
          ))}
          <option value={`${section.id} `}>no team{section.id === sectionId ? '' : `, section ${section.name}`}</option>
        </optgroup>
      ))}
      <option value="left">left the class</option>
    </select>
  );
}
