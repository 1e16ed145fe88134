'use client';

import { ActButton } from '@/ui/forms/ActButton';
import { adoptProposal, removeProposal } from '@/areas/course/write/forming';
import type { Assessment } from './board';
import type { Proposal } from '@/areas/course/read/forming';

interface Props {
  projectId: string;
  proposals: Proposal[];
  /** Which one stands on the board. */
  shown: string | null;
  /** What one costs and breaks; a sentence when it can't be said. */
  assessmentOf: (proposal: Proposal) => Assessment | string;
  open: (proposal: Proposal) => void;
  compare: (id: string) => void;
}

/** The proposals kept, with what each costs; one that breaks no rule can be put in place. */
export function Proposals({ projectId, proposals, shown, assessmentOf, open, compare }: Props) {
  if (proposals.length === 0) return null;
  return (
    <section className="mt-5">
      <h2 className="h3 mb-1">Saved proposals</h2>
      <table className="max-w-4xl">
        <thead>
          <tr>
            <th>Proposal</th>
            <th className="right">Teams</th>
            <th className="right">Cost</th>
            <th className="right">Unmet</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {proposals.map((proposal) => {
            const says = assessmentOf(proposal);
            const { id, name, teams, version } = proposal;
            return (
              <tr key={id}>
                <td className="font-medium">
                  {name}
                  {shown === id && <span className="faint font-normal"> (shown above)</span>}
                </td>
                <td className="num right">{teams.length}</td>
                <td className="num right">{typeof says === 'string' ? '–' : says.cost}</td>
                <td className="num right">{typeof says === 'string' ? '–' : says.unmet.length}</td>
                <td>
                  <span className="flex flex-wrap gap-x-4 gap-y-1 no-print">
                    <button type="button" className="btn-text" onClick={() => open(proposal)}>
                      show
                    </button>
                    <button type="button" className="btn-text" onClick={() => compare(id)}>
                      compare with what is shown
                    </button>
                    {typeof says !== 'string' && says.broken.length === 0 && (
                      <ActButton
                        act={adoptProposal}
                        input={{ projectId, id, version }}
                        done="Done. The section sees who is in which team."
                        confirm="Make these the teams? The section will see them."
                        className="btn-text font-semibold"
                      >
                        use these teams and release them
                      </ActButton>
                    )}
                    <ActButton
                      act={removeProposal}
                      input={{ projectId, id }}
                      done="Removed."
                      confirm="Remove this proposal?"
                      className="btn-text"
                    >
                      remove
                    </ActButton>
                  </span>
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </section>
  );
}
