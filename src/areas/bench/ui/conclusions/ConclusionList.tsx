import { plural } from '@/core/format';
import { standingOf, type Conclusion, type SaidNow } from '@/areas/bench/read/conclusions';
import { STANDING_TONE, STANDING_WORD } from '@/areas/bench/read/conclusions/words';
import { ActButton } from '@/ui/forms/ActButton';
import { CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { withdrawConclusion } from '@/areas/bench/write/conclusions';
import { ConclusionForm } from './ConclusionForm';

/** What a team has concluded under a protocol, and how it stands by the runs there are now. */
export function ConclusionList({
  projectId,
  conclusions,
  nowOf,
  nameOf,
  writes,
}: {
  projectId: string;
  conclusions: readonly Conclusion[];
  nowOf: (conclusion: Conclusion) => SaidNow | null;
  nameOf: (iterationId: string) => string;
  writes: boolean;
}) {
  if (conclusions.length === 0) return null;
  return (
    <section className="mb-4" aria-label="Conclusions">
      <h2 className="mb-1">Conclusions</h2>
      <ul className="max-w-4xl">
        {conclusions.map((one) => {
          const now = nowOf(one);
          const stands = standingOf(one, now);
          return (
            <li key={one.id} className="border-b border-hair py-1.5">
              <b className="font-medium">
                {nameOf(one.beforeId)} and {nameOf(one.afterId)}:
              </b>{' '}
              {one.text}{' '}
              {one.open ? (
                <span className={`word ${STANDING_TONE[stands]}`}>{STANDING_WORD[stands]}</span>
              ) : (
                <span className="faint">not compared any more: the other design is not released</span>
              )}
              <span className="block text-sm faint">
                Written with {plural(one.runs, 'run')}
                {now && now.runs !== one.runs ? `; there are ${now.runs} now` : ''}.{' '}
                {one.open && stands !== 'holds' && now?.sentence}
              </span>
              {writes && (
                <span className="flex gap-4 no-print">
                  <SidePanel
                    id={`conclusion-${one.id.slice(0, 8)}`}
                    label="Change"
                    icon={CHANGE}
                    of={`the conclusion on ${nameOf(one.afterId)}`}
                    title="Conclusion"
                    className="btn-text"
                  >
                    <ConclusionForm key={one.version} {...one} projectId={projectId} says={now?.sentence ?? ''} />
                  </SidePanel>
                  <ActButton
                    act={withdrawConclusion}
                    input={{ projectId, id: one.id }}
                    done="Withdrawn."
                    className="btn-text"
                  >
                    Withdraw
                  </ActButton>
                </span>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
