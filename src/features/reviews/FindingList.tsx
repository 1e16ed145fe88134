import type { ReactNode } from 'react';
import { closeRefusal } from '@/core/reviews';
import { ActButton } from '@/ui/forms/ActButton';
import type { Options } from '@/ui/forms/fields';
import { SidePanel } from '@/ui/kit/SidePanel';
import { allowed, seesAll, type Seat } from '@/server/access';
import { day, plural, shortName } from '@/core/format';
import { isOpen, type Finding, type ReviewRule } from '@/domain/reviews/read';
import { reopenFinding } from './actions';
import { CloseForm, OwnerForm } from './FindingForms';
import { FINDING_TONE, FINDING_WORD } from './words';

interface Props {
  seat: Seat;
  findings: readonly Finding[];
  rule: ReviewRule;
  membersOf: (teamId: string) => Options;
  /** What a finding of a team can be closed with. */
  evidenceOf: (teamId: string) => Options;
  /** In class meetings. */
  ageOf: (finding: Finding) => number;
  teamOf: (teamId: string) => ReactNode;
  reviewOf: (finding: Finding) => ReactNode;
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

function Became({ finding, seat, rule, membersOf, evidenceOf }: Props & { finding: Finding }) {
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
          <SidePanel
            id={`close-${id.slice(0, 8)}`}
            label="Close"
            of={finding.text.slice(0, 40)}
            title="Close this finding"
            className="btn-text"
          >
            <p className="mb-2">“{finding.text}”</p>
            <CloseForm key={version} {...fixed} evidence={evidenceOf(teamId)} />
          </SidePanel>
        )}
        <SidePanel
          id={`owner-${id.slice(0, 8)}`}
          label="Who mends it"
          of={finding.text.slice(0, 40)}
          title="Who mends this finding"
          className="btn-text"
        >
          <p className="mb-2">“{finding.text}”</p>
          <OwnerForm key={version} {...fixed} ownerId={ownerId} members={membersOf(teamId)} />
        </SidePanel>
      </span>
    </span>
  );
}
