'use client';

import { useState } from 'react';
import { ActButton } from '@/ui/forms/ActButton';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import type { LinkPurpose } from '@/server/linkPurposes';
import { toast } from '@/ui/toast';
import { createLink, renewLink, revokeLink } from '@/areas/course/write/links/actions';
import { linkSchema } from '@/areas/course/records/links';

const { Choice, Text } = fieldsOf(linkSchema);

export interface LinkRow {
  id: string;
  label: string;
  about: string;
  open: boolean;
}
interface Props {
  projectId: string;
  purpose: LinkPurpose;
  links: LinkRow[];
  endsOn: string;
  rubrics?: Options;
  /** Some criterion is left to the client. */
  clientScores?: boolean;
  sections?: Options;
  events?: Options;
  /** The review that links of a panel are for. */
  reviewId?: string;
}
const TITLE = {
  client: 'Links for the client',
  judge: 'Links for judges',
  board: 'Links for a board',
  substitute: 'Links for a substitute teacher',
  feed: 'Calendars that subscribe',
  official: 'Links for officials',
  panel: 'Links for visitors on the panel',
  audience: 'Links for the audience',
};
const WHAT = {
  client:
    'Opens the brief, once it is published, the questions to answer in writing, and the concepts to choose from. No account; can be ended any time.',
  judge: 'One judge, one rubric; works on a phone. A new link for the same name goes on with the same scores.',
  substitute:
    'Opens today’s lesson to read: what each team does, the run sheet, cautions. No account, nothing can be changed.',
  feed: 'A secret address for a calendar program or phone: meetings, when stages are due, the event. Whoever has it can read it.',
  official:
    'For a helper at the rig who has no account: enters, corrects and withdraws attempts while the event is open. Works on a phone.',
  panel:
    'For a visiting engineer or another client: shows the running order and the packets without names of students, and takes what they find and think. No account; works on a phone.',
  audience: 'One address for everybody who watches: one vote a device for the award of the audience, and nothing else.',
  board: 'For a projector or hallway screen: who is on now and next, the tree, the schedule and published places.',
};

/** The links of one kind: who has one, until when, end it, make another. */
export function LinkPanel({
  projectId,
  purpose,
  links,
  endsOn,
  rubrics,
  clientScores,
  sections,
  events,
  reviewId,
}: Props) {
  const [shown, setShown] = useState<ShownLink | null>(null);
  const values = {
    purpose,
    label: '',
    rubricId: rubrics?.[0]?.[0] ?? '',
    scoresAs: 'judges' as const,
    sectionId: '',
    eventId: '',
    endsOn,
  };
  return (
    <section className="mt-6 no-print" aria-label={TITLE[purpose]}>
      <h2>{TITLE[purpose]}</h2>
      <p className="text-sm faint">{WHAT[purpose]}</p>
      <ul className="my-2">
        {links.map((link) => (
          <li key={link.id} className="flex flex-wrap gap-3 items-center py-1 border-b border-hair">
            <b>{link.label}</b>
            <span className="faint">{link.about}</span>
            {link.open && (
              <ActButton
                act={async (input) => {
                  const outcome = await renewLink(input);
                  if (outcome.ok) setShown({ ...outcome.result, label: link.label });
                  return outcome;
                }}
                input={{ projectId, id: link.id }}
                done="The link has a new address."
                confirm="Make a new address? The old one stops working."
                className="btn-text ml-auto"
              >
                show again
              </ActButton>
            )}
            {link.open && (
              <ActButton
                act={revokeLink}
                input={{ projectId, id: link.id }}
                done="Link ended."
                confirm="End this link? Its address stops working."
                className="btn-text"
              >
                end link
              </ActButton>
            )}
          </li>
        ))}
      </ul>
      <RecordForm
        id={`link-${purpose}-${projectId}`}
        schema={linkSchema}
        values={values}
        fixed={{ projectId, purpose, reviewId: reviewId ?? null }}
        submit={createLink}
        label="Create link"
        saved="Link created."
        compact
        then={(result) => (setShown(result as unknown as ShownLink), '')}
      >
        <Text name="label" label="For whom" />
        {rubrics && <Choice name="rubricId" label="Rubric" options={rubrics} />}
        {clientScores && (
          <Choice
            name="scoresAs"
            label="Scores as"
            options={[
              ['judges', 'a judge'],
              ['client', 'the client'],
            ]}
          />
        )}
        {sections && <Choice name="sectionId" label="Section" options={[['', 'all'], ...sections]} />}
        {events && <Choice name="eventId" label="Event" options={[['', 'all'], ...events]} />}
        <Text name="endsOn" label="Until" type="date" />
      </RecordForm>
      {shown && <Shown {...shown} />}
    </section>
  );
}

interface ShownLink {
  address: string;
  code: string;
  label?: string;
}

/** Prints what stands in .print-alone and nothing else of the page. */
function printAlone() {
  document.body.dataset.print = 'alone';
  window.print();
  delete document.body.dataset.print;
}

/** The address of a link as it is handed on: by a camera, copied, or on paper. */
function Shown({ address, code, label }: ShownLink) {
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address);
      toast.success('Copied.');
    } catch {
      toast.error('This browser does not let it be copied. Select the address and copy it by hand.');
    }
  };
  return (
    <div className="callout mt-2 flex flex-wrap gap-4 items-start print-alone">
      {/* eslint-disable-next-line @next/next/no-img-element -- drawn for this link */}
      <img
        src={`data:image/svg+xml,${encodeURIComponent(code)}`}
        alt={`Code of the link${label ? ` for ${label}` : ''}`}
        width={132}
        height={132}
        className="bg-white shrink-0"
      />
      <div className="min-w-0 flex-1">
        {label && <p className="font-semibold">{label}</p>}
        <p>
          <output className="num select-all break-all font-semibold">{address}</output>
        </p>
        <p className="faint text-sm">
          Only a fingerprint of it is stored. If it is lost, “show again” makes a new address.
        </p>
        <p className="flex gap-2 mt-2 no-print">
          <button type="button" className="btn" onClick={() => void copy()}>
            Copy
          </button>
          <button type="button" className="btn" onClick={printAlone}>
            Print
          </button>
        </p>
      </div>
    </div>
  );
}
