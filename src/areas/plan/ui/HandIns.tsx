'use client';

import { Fold } from '@/ui/sheet/Fold';
import { ActButton } from '@/ui/forms/ActButton';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { decideHandIn } from '@/areas/plan/write/actions';
import { decideSchema, handInSchema } from '@/areas/plan/records/plan';

const handInFields = fieldsOf(handInSchema);
const decideFields = fieldsOf(decideSchema);

interface Place {
  projectId: string;
  teamId: string;
  stageId: string;
  /** The version of the team's entry that is shown; null when there is none. */
  version: number | null;
  stage: string;
  team: string;
}

/** Hands a stage in; through the outbox, so that a phone without a line can do it too. */
export function HandInForm({ stage, team, back, label, ...fixed }: Place & { back: string; label: string }) {
  const enter = useEntry();
  return (
    <RecordForm
      key={`${fixed.stageId} ${fixed.version}`}
      id={`hand-in-${fixed.teamId}-${fixed.stageId}`}
      schema={handInSchema}
      values={{ note: '' }}
      fixed={{ ...fixed, state: 'handed-in' }}
      submit={(input) =>
        enter({
          path: '/api/v1/hand-ins',
          title: `${team} hands in “${stage}”`,
          body: input,
          objectId: newId(),
          href: back,
        })
      }
      label={label}
      saved="Handed in."
      names={{ state: 'State', note: 'Note' }}
      compact
    >
      <WhoEnters />
      <handInFields.Text name="note" label="Where it is, or a note" className="grow min-w-40" />
    </RecordForm>
  );
}

/** Withdraws what was handed in, as long as it is not accepted. */
export function Withdraw({ stage, team, back, ...fixed }: Place & { back: string }) {
  const enter = useEntry();
  return (
    <ActButton
      act={(input) =>
        enter({
          path: '/api/v1/hand-ins',
          title: `${team} withdraws “${stage}”`,
          body: input,
          objectId: newId(),
          href: back,
        })
      }
      input={{ ...fixed, state: 'open', note: '' }}
      done="Withdrawn."
      className="btn-text"
    >
      withdraw
    </ActButton>
  );
}

/** Accepts what was handed in, or returns it with what is still to be done. */
export function Decide({ stage, team, ...fixed }: Place) {
  return (
    <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2">
      <ActButton
        act={decideHandIn}
        input={{ ...fixed, state: 'accepted', note: '' }}
        done={`${team}: “${stage}” is accepted.`}
        className="btn btn-go"
      >
        Accept
      </ActButton>
      <Fold minor label="return it">
        <RecordForm
          key={fixed.version}
          id={`decide-${fixed.teamId}-${fixed.stageId}`}
          schema={decideSchema}
          values={{ note: '' }}
          fixed={{ ...fixed, state: 'returned' }}
          submit={decideHandIn}
          label="Return"
          saved={`${team} sees what is still to be done.`}
          names={{ state: 'State', note: 'What is still to be done' }}
          compact
        >
          <decideFields.Text name="note" label="What is still to be done" className="min-w-52" />
        </RecordForm>
      </Fold>
    </div>
  );
}
