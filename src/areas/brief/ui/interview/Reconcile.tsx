'use client';

import { useFormContext } from 'react-hook-form';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveAnswer } from '@/areas/brief/write/interview/actions';
import { differences, type Piece } from './differences';
import { answerSchema } from '@/areas/brief/records/interview';

const { Area } = fieldsOf(answerSchema);

/** What one person noted about a question, all lines together. */
export interface Account {
  who: string;
  text: string;
}
interface Props {
  projectId: string;
  questionId: string;
  answer: { id: string; text: string; version: number } | null;
  accounts: Account[];
}

/** What several heard, side by side with the differences marked, and the one answer it comes to. */
export function Reconcile({ projectId, questionId, answer, accounts }: Props) {
  return (
    <RecordForm
      id={`answer-${questionId}`}
      schema={answerSchema}
      values={{ text: answer?.text ?? '' }}
      fixed={{ projectId, questionId, id: answer?.id ?? null, version: answer?.version ?? null }}
      submit={saveAnswer}
      label={answer ? 'Save answer' : 'Save as the answer'}
      names={{ text: 'Answer' }}
    >
      <Accounts accounts={accounts} />
      <Area name="text" label="The answer" rows={3} />
    </RecordForm>
  );
}

function Accounts({ accounts }: { accounts: Account[] }) {
  const { getValues, setValue } = useFormContext();
  const pieces = differences(accounts.map((one) => one.text));
  const take = (text: string) => {
    const now = String(getValues('text') ?? '').trim();
    setValue('text', now ? `${now} ${text}` : text, { shouldDirty: true });
  };
  return (
    <div className="grid gap-3 sm:grid-cols-2">
      {accounts.map((account, i) => (
        <div key={account.who + i} className="border-l-4 border-rule pl-2.5">
          <p className="text-sm faint">{account.who}</p>
          <p className="whitespace-pre-line">
            {pieces[i]!.map((piece, k) => (
              <Marked key={k} piece={piece} />
            ))}
          </p>
          <button type="button" className="btn-text text-sm" onClick={() => take(account.text)}>
            take over into the answer
          </button>
        </div>
      ))}
    </div>
  );
}

/** Shared by all: plain. Not in all notes: underlined; a figure that differs stands out most. */
function Marked({ piece }: { piece: Piece }) {
  if (piece.shared === 'all') return piece.text;
  const tone = piece.figure ? 'text-brick font-semibold decoration-2' : 'text-ink decoration-ochre decoration-1';
  return (
    <mark
      className={`bg-transparent underline underline-offset-4 ${tone} ${piece.shared === 'none' ? 'font-medium' : ''}`}
      title={piece.shared === 'none' ? 'only here' : 'not in all notes'}
    >
      {piece.text}
    </mark>
  );
}
