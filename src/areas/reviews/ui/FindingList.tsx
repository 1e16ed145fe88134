import type { ReactNode } from 'react';
import { closeRefusal } from '@/core/reviews';
import { Link } from '@/ui/Link';
import { ActButton } from '@/ui/forms/ActButton';
import type { Options } from '@/ui/forms/fields';
import { SidePanel } from '@/ui/kit/SidePanel';
import { allowed, seesAll, type Seat } from '@/server/access';
import { day, plural, shortName } from '@/core/format';
import { isOpen, type Finding, type ReviewRule } from '@/areas/reviews/read/reviews';
import { reopenFinding } from '@/areas/reviews/write/actions';
import { CloseForm, OwnerForm } from './FindingForms';
import { FINDING_TONE, FINDING_WORD } from '@/areas/reviews/shared/words';

interface Props {
  seat: Seat;
  findings: readonly Finding[];
  rule: ReviewRule;
  membersOf: (teamId: string) => Options;
  /** What the finding whose form is open can be closed with. */
  evidence: Options;
  /** In class meetings. */
  ageOf: (finding: Finding) => number;
  teamOf: (teamId: string) => ReactNode;
  reviewOf: (finding: Finding) => ReactNode;
  /** Which form is open, by the finding's id: one is made at a time, as the list may be long. */
  open: { form: 'close' | 'owner'; id: string } | null;
  hrefOf: (form: 'close' | 'owner', id: string) => string;
}

/** Findings with what became of each; whoever may, closes them or says who mends them. */
export function FindingList(props: Props) {
  const { seat, findings, teamOf, reviewOf, ageOf } = props;
  return (
    <table className="stacked">
      <thead>
        <tr>
          <th className="w-24">Team</th>
          <th className="w-28">Kind</th>
          <th>Finding</th>
          <th>Mends it</th>
          <th className="right">Open for</th>
          <th>What became of it</th>
        </tr>
      </thead>
      <tbody>
        {findings.map((one) => {
          const open = isOpen(one);
          const age = ageOf(one);
          return (
            <tr key={one.id} id={one.id}>
              <td>{teamOf(one.teamId)}</td>
              <td className={`font-medium ${FINDING_TONE[one.kind]}`}>{FINDING_WORD[one.kind]}</td>
              <td>
                {one.text}
                <span className="block text-sm faint">
                  {reviewOf(one)}
                  {one.about && ` · ${one.about}`}
                  {one.aboutGone && <b className="text-ochre"> (removed since)</b>}
                  {seesAll(seat) && ` · ${[one.author, ...one.also].join(' and ')}`}
                </span>
              </td>
              <td data-label={open || one.owner ? 'mends it' : undefined} className="beside">
                {one.owner ? shortName(one.owner) : open && 'the team'}
              </td>
              <td data-label={open ? 'open for' : undefined} className="beside right whitespace-nowrap">
                {open && (
                  <span className={age >= 3 ? 'text-brick font-semibold' : ''}>
                    {age === 0 ? 'new' : plural(age, 'meeting')}
                  </span>
                )}
              </td>
              <td>
                <Became finding={one} {...props} />
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const SHOWN_BY = { iteration: 'an iteration', run: 'a run', picture: 'a picture', reason: 'a reason' };

function Became({ finding, seat, rule, membersOf, evidence, open, hrefOf }: Props & { finding: Finding }) {
  const { id, version, teamId, released, ownerId } = finding;
  const fixed = { projectId: seat.project.id, id, version };
  if (finding.closedBy)
    return (
      <>
        <b className="text-moss">{finding.closedBy === 'reason' ? 'settled' : 'mended'}</b>: {finding.closedWith}
        <span className="block text-sm faint">
          {day(finding.closedOn!)}, shown by {SHOWN_BY[finding.closedBy]}
          {finding.closer && `, closed by ${shortName(finding.closer)}`}{' '}
          {allowed(seat, 'review.hold') && (
            <ActButton act={reopenFinding} input={fixed} done="Open again." className="btn-text no-print">
              open again
            </ActButton>
          )}
        </span>
      </>
    );
  if (!isOpen(finding)) return <span className="faint">nothing to mend</span>;
  if (!allowed(seat, 'finding.close', { teamId, released })) return <b className="text-ochre">open</b>;
  const refusal = closeRefusal({
    rule: rule.closer,
    leads: seesAll(seat),
    isOwner: ownerId === seat.actor.id,
    hasOwner: ownerId !== null,
  });
  return (
    <span className="flex flex-wrap gap-x-4 items-baseline">
      <b className="text-ochre">open</b>
      <span className="no-print inline-flex flex-wrap gap-x-4">
        {refusal ? (
          <span className="text-sm faint">{refusal}</span>
        ) : (
          <Opened form="close" label="Close" title="Close this finding" {...{ finding, open, hrefOf }}>
            <CloseForm key={version} {...fixed} evidence={evidence} />
          </Opened>
        )}
        <Opened form="owner" label="Who mends it" title="Who mends this finding" {...{ finding, open, hrefOf }}>
          <OwnerForm key={version} {...fixed} ownerId={ownerId} members={membersOf(teamId)} />
        </Opened>
      </span>
    </span>
  );
}

/** A form of one finding: a link that opens it, and the panel itself once the address names it. */
function Opened({
  form,
  label,
  title,
  finding,
  open,
  hrefOf,
  children,
}: Pick<Props, 'open' | 'hrefOf'> & {
  form: 'close' | 'owner';
  label: string;
  title: string;
  finding: Finding;
  children: ReactNode;
}) {
  const of = finding.text.slice(0, 40);
  if (open?.form !== form || open.id !== finding.id)
    return (
      <Link href={hrefOf(form, finding.id)} className="btn-text">
        {label}
        <span className="sr-only"> {of}</span>
      </Link>
    );
  return (
    <SidePanel id={`${form}-${finding.id}`} label={label} of={of} title={title} className="btn-text">
      <p className="mb-2">“{finding.text}”</p>
      {children}
    </SidePanel>
  );
}
