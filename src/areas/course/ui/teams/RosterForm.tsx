'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from '@/ui/toast';
import { attempt } from '@/ui/forms/attempt';
import { plural } from '@/core/format';
import { PastePreview } from '@/ui/PastePreview';
import { importRoster, previewRoster, type NewAccount } from '@/areas/course/write/teams';
import type { Roster } from '@/areas/course/shared/teams/roster';

const EXAMPLE = 'name, student number, team\nAda Example, 4101, Basalt';

/** Paste a roster, look at what it says, confirm. Nothing is written before. */
export function RosterForm({
  projectId,
  sections,
  first,
}: {
  projectId: string;
  sections: { id: string; name: string }[];
  /** The project has no student yet, so the form stands open. */
  first: boolean;
}) {
  const router = useRouter();
  const [open, setOpen] = useState(first);
  const [sectionId, setSection] = useState(sections[0]?.id ?? '');
  const [text, setText] = useState('');
  const [roster, setRoster] = useState<Roster | null>(null);
  const [accounts, setAccounts] = useState<NewAccount[]>([]);
  const [message, setMessage] = useState<string | null>(null);
  const input = { projectId, sectionId, text };

  const preview = async () => {
    const outcome = await attempt(() => previewRoster(input));
    setMessage(outcome.ok ? outcome.result.problem : (outcome.errors?.text ?? outcome.message));
    setRoster(outcome.ok && !outcome.result.problem ? outcome.result : null);
  };
  const confirm = async (without: number[]) => {
    const outcome = await attempt(() => importRoster({ ...input, without }));
    if (!outcome.ok) return setMessage(outcome.errors?.text ?? outcome.message);
    toast.success(`${plural(outcome.result.enrolled, 'student')} enrolled.`);
    setAccounts(outcome.result.accounts);
    setRoster(null);
    setText('');
    router.refresh();
  };

  return (
    <details open={open} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="cursor-pointer font-medium no-print">Paste a roster</summary>
      <div className="flex flex-col gap-3 max-w-3xl pt-3">
        <div className="no-print">
          <label htmlFor="roster-section" className="font-medium">
            Into section
          </label>
          <select
            id="roster-section"
            value={sectionId}
            onChange={(e) => setSection(e.target.value)}
            className="!w-28 ml-2"
          >
            {sections.map((section) => (
              <option key={section.id} value={section.id}>
                {section.name}
              </option>
            ))}
          </select>
        </div>
        <div>
          <label htmlFor="roster-text" className="font-medium">
            Roster, pasted from a spreadsheet or a CSV file
          </label>
          <textarea
            id="roster-text"
            rows={6}
            className="num"
            placeholder={EXAMPLE}
            value={text}
            onChange={(e) => (setText(e.target.value), setRoster(null))}
            aria-invalid={message ? true : undefined}
            aria-describedby="roster-message"
          />
          <p className="text-sm faint">
            One line for each student, with the columns in any order: name (or first name and last name), student
            number, team, role. A first line that names them helps, but is not needed.
          </p>
        </div>
        {message && (
          <p id="roster-message" role="alert" className="text-brick font-medium">
            {message}
          </p>
        )}
        {!roster && (
          <p>
            <button className="btn btn-go" onClick={preview}>
              Check it first
            </button>
          </p>
        )}
        {roster?.guessed && <p role="status">There is no header line, so it was read as: {roster.guessed}.</p>}
        {roster && (
          <PastePreview
            label="Rows of the roster"
            columns={['Name', 'Number', 'Team']}
            rows={roster.rows.map((row) => ({ ...row, cells: [row.name, row.number, row.team] }))}
            take={(good) => `Enrol ${plural(good, 'student')}`}
            confirm={(without) => void confirm(without)}
          />
        )}
        {accounts.length > 0 && <NewAccounts projectId={projectId} accounts={accounts} />}
      </div>
    </details>
  );
}

function NewAccounts({ projectId, accounts }: { projectId: string; accounts: NewAccount[] }) {
  return (
    <section aria-label="New sign-in names" className="callout">
      <p className="mb-2">
        <b>Passwords are shown only now.</b> Print this page, or{' '}
        <a href={`/projects/${projectId}/teams/slips`}>print sign-in slips</a>, so that nobody has to type a password. A
        lost one is replaced in two clicks below.{' '}
        <button className="btn no-print" onClick={() => window.print()}>
          Print
        </button>
      </p>
      <table>
        <thead>
          <tr>
            <th>Name</th>
            <th>Sign-in name</th>
            <th>Password</th>
          </tr>
        </thead>
        <tbody>
          {accounts.map((account) => (
            <tr key={account.login}>
              <td>{account.name}</td>
              <td className="num">{account.login}</td>
              <td className="num">{account.password}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
