'use client';

import { useEffect, useState } from 'react';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { shortName } from '@/core/format';
import { ActButton } from '@/ui/forms/ActButton';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { Waiting } from '@/ui/outbox/Waiting';
import type { Note } from '@/areas/brief/read/interview';
import { noteSchema } from '@/areas/brief/records/interview';

const { Area } = fieldsOf(noteSchema);

export interface Asked {
  id: string;
  text: string;
  must: boolean;
  minutes: number;
}
interface Props {
  projectId: string;
  questions: Asked[];
  notes: Note[];
  /** Who looks, so that own notes can be withdrawn. */
  me: string;
  here: string;
}

/** The interview as it runs: one question at a time with its clock, a line to write down what is heard, and what others heard. */
export function NoteTaker({ projectId, questions, notes, me, here }: Props) {
  const [at, setAt] = useState(0);
  const current = questions[Math.min(at, questions.length - 1)]!;
  const before = questions.slice(0, at).reduce((sum, one) => sum + one.minutes, 0);
  const heard = notes.filter((note) => note.questionId === current.id);
  return (
    <div className="grid grid-cols-1 lg:grid-cols-[1fr_320px] gap-x-8 gap-y-4">
      <section aria-label="Question" className="min-w-0">
        <div className="flex items-baseline gap-3 text-sm faint">
          <span>
            Question <span className="num">{at + 1}</span> of <span className="num">{questions.length}</span>, from
            minute <span className="num">{before}</span>
          </span>
          <Clock key={current.id} minutes={current.minutes} />
        </div>
        <p className="text-xl leading-7 font-medium my-1">
          {current.must && <span className="text-iron">Must: </span>}
          {current.text}
        </p>
        <div className="flex gap-2 my-2">
          <button className="btn" onClick={() => setAt(Math.max(0, at - 1))} disabled={at === 0}>
            ← Back
          </button>
          <button
            className="btn"
            onClick={() => setAt(Math.min(questions.length - 1, at + 1))}
            disabled={at === questions.length - 1}
          >
            Next question →
          </button>
        </div>
        <NoteForm key={current.id} projectId={projectId} question={current} here={here} />
        <Waiting path="/api/v1/notes" />
        <h2 className="mt-4">Heard so far</h2>
        {heard.length === 0 && <p className="faint">Nobody has written anything down yet. Several can note at once.</p>}
        <ul>
          {heard.map((note) => (
            <li key={note.id} className="py-1.5 border-b border-hair">
              {note.text}
              <span className="block text-sm faint">
                {note.byClient ? `${note.author}, in writing` : shortName(note.author)}{' '}
                {note.authorId === me && <Withdraw projectId={projectId} note={note} here={here} />}
              </span>
            </li>
          ))}
        </ul>
      </section>
      <nav aria-label="Running order">
        <h2 className="mb-1">Running order</h2>
        <ol>
          {questions.map((one, i) => (
            <li key={one.id}>
              <button
                className="w-full text-left grid grid-cols-[22px_1fr_44px] gap-1 py-1 px-1 border-b border-hair cursor-pointer aria-[current]:bg-tint"
                aria-current={i === at ? 'step' : undefined}
                onClick={() => setAt(i)}
              >
                <span className="num">{i + 1}</span>
                <span className="truncate" title={one.text}>
                  {one.must && <b className="text-iron">! </b>}
                  {one.text}
                </span>
                <span className="num right text-faint">
                  {notes.filter((note) => note.questionId === one.id).length || ''}
                </span>
              </button>
            </li>
          ))}
        </ol>
        <p className="text-sm faint mt-1">! must be asked; right: notes so far</p>
      </nav>
    </div>
  );
}

function NoteForm({ projectId, question, here }: { projectId: string; question: Asked; here: string }) {
  const enter = useEntry();
  const [id, renew] = useState(newId);
  return (
    <RecordForm
      key={id}
      id={`note-${question.id}`}
      schema={noteSchema}
      values={{ text: '' }}
      fixed={{ projectId, id, questionId: question.id }}
      submit={(input) =>
        enter({
          path: '/api/v1/notes',
          title: `Note: ${String(input.text).slice(0, 80)}`,
          body: input,
          objectId: id,
          href: here,
        })
      }
      then={() => (renew(newId()), '')}
      label="Save note"
      saved="Kept."
    >
      <WhoEnters />
      <Area name="text" label="What you hear, in their words" rows={3} className="text-lg" />
    </RecordForm>
  );
}

function Withdraw({ projectId, note, here }: { projectId: string; note: Note; here: string }) {
  const enter = useEntry();
  const { id, questionId, text, version } = note;
  return (
    <ActButton
      act={(input) =>
        enter({
          path: '/api/v1/notes',
          title: `Note withdrawn: ${text.slice(0, 60)}`,
          body: input,
          objectId: id,
          href: here,
        })
      }
      input={{ projectId, id, questionId, text, version, withdraw: true }}
      done="Withdrawn."
      className="btn-text"
    >
      withdraw
    </ActButton>
  );
}

/** How long this question has been talked about, against the time it has. */
function Clock({ minutes }: { minutes: number }) {
  const [seconds, setSeconds] = useState(0);
  const [running, setRunning] = useState(false);
  useEffect(() => {
    if (!running) return;
    const timer = setInterval(() => setSeconds((now) => now + 1), 1000);
    return () => clearInterval(timer);
  }, [running]);
  const over = seconds > minutes * 60;
  const text = `${Math.floor(seconds / 60)}:${String(seconds % 60).padStart(2, '0')}`;
  return (
    <button
      className="btn-text"
      onClick={() => setRunning(!running)}
      aria-label={running ? 'Stop the clock' : 'Start the clock'}
    >
      <span className={`num ${over ? 'text-brick font-semibold' : ''}`}>{text}</span> of {minutes} min{' '}
      {running ? 'stop' : 'start'}
    </button>
  );
}
