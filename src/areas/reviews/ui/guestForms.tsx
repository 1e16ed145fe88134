'use client';

import { useState } from 'react';
import { HOLDS, HOLDS_WORD } from '@/core/reviews/inUse';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { useEntry } from '@/ui/outbox/Entering';
import { clientOutcomeSchema, opinionSchema, useReportSchema } from '@/areas/reviews/records/reviews';

const Opinion = fieldsOf(opinionSchema);
const Tick = fieldsOf(clientOutcomeSchema);
const Use = fieldsOf(useReportSchema);

interface Of {
  projectId: string;
  slotId: string;
  team: string;
  here: string;
}

/** What pleases a guest about a team's design and what does not, and whether they would choose it. */
export function OpinionForm({
  projectId,
  slotId,
  team,
  here,
  known,
}: Of & { known: { id: string; version: number; pleases: string; displeases: string; chosen: boolean } | null }) {
  const [id] = useState(() => known?.id ?? newId());
  const enter = useEntry();
  return (
    <RecordForm
      id={`opinion-${slotId}`}
      schema={opinionSchema}
      values={{ pleases: known?.pleases ?? '', displeases: known?.displeases ?? '', chosen: known?.chosen ?? false }}
      fixed={{ projectId, slotId, id, version: known?.version ?? null }}
      submit={(input) =>
        enter({ path: '/api/v1/opinions', title: `What you think of ${team}`, body: input, objectId: id, href: here })
      }
      label={known ? 'Change what I said' : 'Send'}
      saved="Thank you. The class reads it after the review."
      then=""
      names={{ pleases: 'Pleases', displeases: 'Does not', chosen: 'Chosen' }}
    >
      <Opinion.Area name="pleases" label="What pleases you" rows={2} />
      <Opinion.Area name="displeases" label="What does not" rows={2} />
      <Opinion.Check name="chosen" label={`I would choose ${team}’s design`} />
    </RecordForm>
  );
}

/** Whether the client agrees with what a team says became of a wish. */
export function TickForm({
  projectId,
  id,
  version,
  sentence,
  here,
  agrees,
  comment,
}: {
  projectId: string;
  id: string;
  version: number;
  sentence: string;
  here: string;
  agrees: boolean | null;
  comment: string;
}) {
  const enter = useEntry();
  const said = agrees === null ? '' : agrees ? 'yes' : 'no';
  return (
    <RecordForm
      id={`tick-${id}`}
      schema={clientOutcomeSchema}
      values={{ agrees: said as 'yes', comment }}
      fixed={{ projectId, id, version }}
      submit={(input) =>
        enter({
          path: '/api/v1/client-outcomes',
          title: `On “${sentence.slice(0, 60)}”`,
          body: input,
          objectId: id,
          href: here,
        })
      }
      label={said ? 'Change' : 'Send'}
      saved="Thank you."
      then=""
      names={{ agrees: 'Agrees', comment: 'Comment' }}
    >
      <Tick.Choice
        name="agrees"
        label="Do you agree?"
        className="w-44"
        options={[...(said ? [] : [['', 'choose …'] as const]), ['yes', 'yes, it is so'], ['no', 'no']]}
      />
      <Tick.Area name="comment" label="Comment" rows={2} />
    </RecordForm>
  );
}

/** How a product holds after weeks of use. */
export function UseForm({ projectId, slotId, team, here }: Of) {
  const [id, renew] = useState(newId);
  const enter = useEntry();
  return (
    <RecordForm
      key={id}
      id={`use-${slotId}`}
      schema={useReportSchema}
      values={{ holds: '' as 'holds', says: '', broke: '' }}
      fixed={{ projectId, slotId, id }}
      submit={(input) =>
        enter({ path: '/api/v1/use-reports', title: `How ${team}’s holds`, body: input, objectId: id, href: here })
      }
      label="Send"
      saved="Thank you. The class learns from it."
      then={() => (renew(newId()), '')}
    >
      <Use.Choice
        name="holds"
        label={`How does ${team}’s hold?`}
        className="w-64"
        options={[['', 'choose …'], ...HOLDS.map((one) => [one, HOLDS_WORD[one]] as const)]}
      />
      <Use.Area name="says" label="In your words" rows={2} />
      <Use.Area name="broke" label="What broke, if anything did" rows={2} />
    </RecordForm>
  );
}
