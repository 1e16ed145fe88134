import { ActButton } from '@/ui/forms/ActButton';
import { number, shortName } from '@/core/format';
import { arrangeQuestion, splitQuestion } from '@/areas/brief/write/interview/actions';
import { MinutesForm } from './MinutesForm';
import type { Question } from '@/areas/brief/read/interview';

interface Props {
  projectId: string;
  questions: Question[];
  /** Minutes of a question that has none of its own. */
  share: number;
  leads: boolean;
  teamName: (id: string | null) => string | null;
}

/** The questions in the order they will be asked; what was merged stands under the one that is asked. */
export function Bank({ projectId, questions, share, leads, teamName }: Props) {
  const shown = questions.filter((one) => !one.mergedInto);
  return (
    <ol className="flex flex-col">
      {shown.map((question, i) => {
        const base = { projectId, id: question.id, version: question.version };
        const merged = questions.filter((one) => one.mergedInto === question.id);
        return (
          <li
            key={question.id}
            id={question.id}
            className={`grid grid-cols-[28px_1fr] gap-x-2 py-2 border-b border-hair ${question.hidden ? 'no-print' : ''}`}
          >
            <span className="num pt-0.5">
              {question.hidden ? '–' : shown.slice(0, i + 1).filter((one) => !one.hidden).length}
            </span>
            <div>
              <p className={question.hidden ? 'line-through text-faint' : ''}>
                {question.must && <b className="text-iron">Must: </b>}
                {question.text}
              </p>
              <p className="text-sm faint">
                {[who(question, teamName), question.hidden ? 'hidden' : `${number(question.minutes ?? share, 1)} min`]
                  .filter(Boolean)
                  .join(' · ')}
              </p>
              {merged.map((one) => (
                <p key={one.id} className="text-sm faint pl-3 border-l border-rule mt-0.5">
                  also: {one.text} ({who(one, teamName)}){' '}
                  {leads && (
                    <ActButton
                      act={splitQuestion}
                      input={{ projectId, id: one.id }}
                      done="It is a question of its own again."
                      className="btn-text no-print"
                    >
                      remove
                    </ActButton>
                  )}
                </p>
              ))}
              {leads && (
                <div className="no-print flex flex-wrap gap-x-4 gap-y-1 items-center text-sm mt-0.5">
                  <ActButton
                    act={arrangeQuestion}
                    input={{ ...base, move: 'up' }}
                    done="Moved up."
                    className="btn-text"
                  >
                    earlier
                  </ActButton>
                  <ActButton
                    act={arrangeQuestion}
                    input={{ ...base, move: 'down' }}
                    done="Moved down."
                    className="btn-text"
                  >
                    later
                  </ActButton>
                  <ActButton
                    act={arrangeQuestion}
                    input={{ ...base, must: !question.must }}
                    done={question.must ? 'No longer a must.' : 'Marked as a must.'}
                    className="btn-text"
                  >
                    {question.must ? 'not a must' : 'must be asked'}
                  </ActButton>
                  <ActButton
                    act={arrangeQuestion}
                    input={{ ...base, hidden: !question.hidden }}
                    done={question.hidden ? 'It is asked again.' : 'Hidden. Its team still sees it.'}
                    className="btn-text"
                  >
                    {question.hidden ? 'ask it after all' : 'hide'}
                  </ActButton>
                  <MinutesForm {...base} minutes={question.minutes} share={share} />
                </div>
              )}
            </div>
          </li>
        );
      })}
    </ol>
  );
}

function who(question: Question, teamName: Props['teamName']): string {
  return (
    [question.author && shortName(question.author), teamName(question.teamId)].filter(Boolean).join(', ') ||
    'instructor'
  );
}
