'use client';

import { useState } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { plural } from '@/core/format';
import { makeSlips } from '@/areas/course/write/teams';
import type { Slip } from '@/areas/course/read/people/slips';

interface Props {
  projectId: string;
  projectTitle: string;
  sections: { id: string; name: string; students: number }[];
  only: { id: string; name: string } | null;
  origin: string;
  reachable: boolean;
}

/** A sheet of slips to print and cut: name, team, a code that signs in once. */
export function SlipSheet({ projectId, projectTitle, sections, only, origin, reachable }: Props) {
  const [sectionId, setSection] = useState(sections[0]!.id);
  const [days, setDays] = useState(7);
  const [slips, setSlips] = useState<Slip[]>([]);
  const [message, setMessage] = useState<string | null>(null);
  const section = sections.find((one) => one.id === sectionId)!;
  const make = async () => {
    const outcome = await attempt(() => makeSlips({ projectId, sectionId, days, accountId: only?.id ?? null }));
    setMessage(outcome.ok ? outcome.notes.map((note) => `${note}.`).join(' ') || null : outcome.message);
    if (outcome.ok) setSlips(outcome.result.slips);
  };
  return (
    <>
      <div className="no-print flex flex-col gap-3 max-w-3xl mb-4">
        <p>
          Each code signs its student in once, by one tap and without a password. New slips cancel those made earlier
          that nobody has used.
        </p>
        {!reachable && (
          <p className="callout">
            The codes lead to <b className="num">{origin}</b>, which only this computer can open. Start Ironstone with{' '}
            <code className="num whitespace-nowrap">npm start -- --lan</code> so that phones reach it, then make the
            slips.
          </p>
        )}
        <div className="flex flex-wrap gap-3 items-end">
          {sections.length > 1 && (
            <label>
              <span className="block font-medium">Section</span>
              <select value={sectionId} onChange={(e) => (setSection(e.target.value), setSlips([]))}>
                {sections.map((one) => (
                  <option key={one.id} value={one.id}>
                    {one.name}
                  </option>
                ))}
              </select>
            </label>
          )}
          <label>
            <span className="block font-medium">Good for</span>
            <select value={days} onChange={(e) => setDays(Number(e.target.value))}>
              {[1, 7, 14, 30].map((one) => (
                <option key={one} value={one}>
                  {plural(one, 'day')}
                </option>
              ))}
            </select>
          </label>
          <button className={`btn ${slips.length ? '' : 'btn-go'}`} onClick={() => void make()}>
            {only ? `Make a slip for ${only.name}` : `Make ${plural(section.students, 'slip')}`}
          </button>
          {slips.length > 0 && (
            <button className="btn btn-go" onClick={() => window.print()}>
              Print the sheet
            </button>
          )}
        </div>
        {message && (
          <p role="alert" className="text-brick font-medium">
            {message}
          </p>
        )}
      </div>
      <ul className="grid sm:grid-cols-2 lg:grid-cols-3 print:grid-cols-2 gap-3" aria-label="Slips">
        {slips.map((slip) => (
          <li key={slip.address} className="border border-dashed border-faint p-3 flex gap-3 break-inside-avoid">
            {/* eslint-disable-next-line @next/next/no-img-element -- a drawing made for this slip */}
            <img
              src={`data:image/svg+xml,${encodeURIComponent(slip.code)}`}
              alt={`Code of ${slip.name}`}
              width={112}
              height={112}
              className="shrink-0"
            />
            <div className="min-w-0">
              <p className="font-cond font-semibold text-lg leading-5">{slip.name}</p>
              <p>{slip.team ? `Team ${slip.team}` : 'no team yet'}</p>
              <p className="text-sm faint">
                {projectTitle}. Point the camera at the code. Signs in once, within {plural(days, 'day')}.
              </p>
              <p className="text-sm">
                sign-in name <span className="num">{slip.login}</span>
              </p>
              <p className="text-sm">
                No camera? <span className="num">{new URL(slip.address).host}/s</span>, code{' '}
                <b className="num whitespace-nowrap">{slip.short}</b>
              </p>
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}
