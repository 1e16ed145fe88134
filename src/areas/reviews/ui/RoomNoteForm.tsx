'use client';

import { useState } from 'react';
import { useFormContext } from 'react-hook-form';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { firstCondition } from '@/ui/forms/ConditionRows';
import type { About } from '@/areas/reviews/read/packet';
import { ROOM_KINDS, roomNoteSchema, type RoomKind } from '@/areas/reviews/records/reviews';

const { Area, Choice, useValue } = fieldsOf(roomNoteSchema);

export const ROOM_WORD: Record<RoomKind, string> = {
  must: 'Must mend',
  should: 'Should mend',
  note: 'Note',
  good: 'Good',
  decision: 'Decision',
  question: 'Open question',
  action: 'Action',
};
const HINT: Record<RoomKind, string> = {
  must: 'What has to be mended before the next review',
  should: 'What ought to be mended',
  note: 'What is worth keeping',
  good: 'What is good about it',
  decision: 'What is decided',
  question: 'What nobody could answer',
  action: 'What is to be done',
};

interface Props {
  projectId: string;
  slotId: string;
  team: string;
  abouts: readonly About[];
  members: Options;
  meetings: Options;
  here: string;
  /** A guest's door takes findings and questions alone. */
  guest?: boolean;
}

/** One note after another, by whoever sits on the panel; works without a line. */
export function RoomNoteForm({ projectId, slotId, team, abouts, members, meetings, here, guest = false }: Props) {
  const enter = useEntry();
  const [id, renew] = useState(newId);
  const [kind, setKind] = useState<RoomKind>('must');
  const { ownerId, dueOn } = firstCondition(members, meetings);
  const path = guest ? '/api/v1/guest-notes' : '/api/v1/review-notes';
  return (
    <RecordForm
      key={id}
      id={`room-${slotId}`}
      schema={roomNoteSchema}
      values={{ kind, text: '', about: '', ownerId, dueOn }}
      fixed={{ projectId, slotId, id }}
      submit={(input) => {
        const about = abouts.find(({ label }) => label === input.about);
        const chosen = input.kind as RoomKind;
        setKind(chosen === 'action' || chosen === 'decision' ? 'must' : chosen);
        return enter({
          path,
          title: `${ROOM_WORD[chosen]}, ${team}: ${String(input.text).slice(0, 80)}`,
          body: { ...input, aboutKind: about?.kind ?? '', aboutId: about?.id ?? null, about: about?.label ?? '' },
          objectId: id,
          href: here,
        });
      }}
      then={() => (renew(newId()), '')}
      label="Note it"
      saved="Noted."
    >
      <WhoEnters />
      <Kinds kinds={guest ? ROOM_KINDS.filter((one) => one !== 'action' && one !== 'decision') : ROOM_KINDS} />
      <Words />
      <Parts abouts={abouts} members={members} meetings={meetings} />
    </RecordForm>
  );
}

/** Large enough for a thumb; the words say what each is. */
function Kinds({ kinds }: { kinds: readonly RoomKind[] }) {
  const { register } = useFormContext();
  return (
    <fieldset>
      <legend className="sr-only">Kind</legend>
      <div className="flex flex-wrap border border-ink w-fit">
        {kinds.map((kind) => (
          <label
            key={kind}
            className="font-cond font-medium px-3 min-h-10 flex items-center cursor-pointer has-[:checked]:bg-ink has-[:checked]:text-sheet has-[:focus-visible]:outline-2 has-[:focus-visible]:outline-iron"
          >
            <input type="radio" value={kind} className="sr-only" {...register('kind')} />
            {ROOM_WORD[kind]}
          </label>
        ))}
      </div>
    </fieldset>
  );
}

function Words() {
  const kind = useValue('kind') as RoomKind;
  return <Area name="text" label={HINT[kind] ?? HINT.must} rows={2} className="text-lg" />;
}

function Parts({ abouts, members, meetings }: Pick<Props, 'abouts' | 'members' | 'meetings'>) {
  const kind = useValue('kind') as RoomKind;
  if (kind === 'action')
    return (
      <div className="flex flex-wrap gap-3">
        <Choice name="ownerId" label="By whom" options={members} className="w-44" />
        <Choice name="dueOn" label="By the meeting on" options={meetings} className="w-44" />
      </div>
    );
  if (kind === 'decision' || kind === 'question') return null;
  return (
    <Choice
      name="about"
      label="About"
      className="max-w-xl"
      options={[['', 'nothing in particular'], ...abouts.map(({ label }) => [label, label] as const)]}
    />
  );
}
