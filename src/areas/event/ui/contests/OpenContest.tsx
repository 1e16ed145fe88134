'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { openContest } from '@/areas/event/write/contests/actions';
import { openContestSchema } from '@/areas/event/records/contests';

const { Text } = fieldsOf(openContestSchema);

/** Freezes the teams in their order and lets the desks begin. */
export function OpenContest({
  place,
  name,
  drawn,
  teams,
  seeded,
}: {
  place: { projectId: string; id: string };
  name: string;
  drawn: boolean;
  teams: string[];
  /** The event whose places seed. */
  seeded: string | null;
}) {
  return (
    <section className="border border-dashed border-rule p-3 mb-4 no-print" aria-label="Open the contest">
      <p>
        {drawn
          ? `Drawn among: ${teams.join(', ')}.`
          : `Seeds${seeded ? ` by the places in ${seeded}` : ''}: ${teams.map((team, i) => `${i + 1} ${team}`).join(', ')}.`}{' '}
        Opening freezes {drawn ? 'this list' : 'this order'}.
      </p>
      <RecordForm
        id={`open-${place.id}`}
        schema={openContestSchema}
        values={{ seed: '' }}
        fixed={place}
        submit={openContest}
        label={drawn ? 'Draw and open' : `Open ${name}`}
        saved={`${name} is open.`}
        compact
        then=""
      >
        {drawn && <Text name="seed" label="Seed" hint="digits that two people call out" />}
      </RecordForm>
    </section>
  );
}
