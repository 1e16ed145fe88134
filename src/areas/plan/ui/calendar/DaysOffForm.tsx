'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { attempt, reasonOf } from '@/ui/forms/attempt';
import { plural, weekday } from '@/core/format';
import { toast } from '@/ui/toast';
import { readDaysOff } from '@/ui/readDaysOff';
import type { DayOff, DaysOff } from '@/core/calendar/daysOff';
import { importDaysOff } from '@/areas/plan/write/calendar';

/** Takes days off from a calendar file: shows what is in it for this term, and takes what is ticked. */
interface Props {
  projectId: string;
  /** First and last day of the term, and the days off that stand already. */
  span: { from: string; to: string };
  known: { firstDay: string; lastDay: string; reason: string }[];
}

export function DaysOffForm({ projectId, span, known }: Props) {
  const router = useRouter();
  const [found, setFound] = useState<DaysOff | null>(null);
  const [left, setLeft] = useState<number[]>([]);
  const [problem, setProblem] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);

  const look = async (file: File | undefined) => {
    setFound(null);
    setProblem(null);
    if (!file) return;
    setBusy(true);
    try {
      setFound(await readDaysOff({ text: await file.text(), span, known }));
    } catch (error) {
      setProblem((error as Error).message);
    }
    setBusy(false);
    setLeft([]);
  };
  const chosen = found?.days.filter((day, i) => !day.already && !left.includes(i)) ?? [];
  const take = async () => {
    setBusy(true);
    const days = chosen.map(({ firstDay, lastDay, reason }) => ({ firstDay, lastDay, reason }));
    const outcome = await attempt(() => importDaysOff({ projectId, days }));
    setBusy(false);
    if (!outcome.ok) return setProblem(reasonOf(outcome));
    toast.success(`${plural(outcome.result.taken, 'entry', 'entries')} taken.`);
    setFound(null);
    router.refresh();
  };

  return (
    <div className="flex flex-col gap-2 max-w-3xl">
      <label className="font-medium">
        Calendar file (.ics)
        <input
          type="file"
          accept=".ics,text/calendar"
          disabled={busy}
          onChange={(e) => void look(e.target.files?.[0])}
        />
      </label>
      <p className="text-sm faint">
        Whole-day events of the term are days without class; nothing is taken before you have seen it.
      </p>
      {problem && (
        <p className="callout" style={{ '--tone': 'var(--brick)' } as React.CSSProperties} role="alert">
          {problem}
        </p>
      )}
      {found && (
        <>
          <p>{summary(found)}</p>
          <ul>
            {found.days.map((day, i) => (
              <li key={day.firstDay + day.reason} className="py-0.5">
                <label className="flex gap-2 items-baseline">
                  <input
                    type="checkbox"
                    disabled={day.already !== null}
                    checked={day.already === null && !left.includes(i)}
                    onChange={() => setLeft(left.includes(i) ? left.filter((one) => one !== i) : [...left, i])}
                  />
                  <span>
                    {days(day)}: {day.reason}
                    {day.already && <span className="faint"> ({day.already})</span>}
                  </span>
                </label>
              </li>
            ))}
          </ul>
          {chosen.length > 0 && (
            <button type="button" className="btn btn-go self-start" disabled={busy} onClick={() => void take()}>
              Take {plural(chosen.length, 'entry', 'entries')}
            </button>
          )}
        </>
      )}
    </div>
  );
}

const days = ({ firstDay, lastDay }: DayOff) =>
  firstDay === lastDay ? weekday(firstDay) : `${weekday(firstDay)} to ${weekday(lastDay)}`;

function summary({ days, events, timed, outside }: DaysOff): string {
  const parts = [
    `${plural(events, 'event')} in the file`,
    `${days.length} of them whole days of this term`,
    ...(timed ? [`${timed} with a time of day`] : []),
    ...(outside ? [`${outside} outside the term`] : []),
  ];
  return `${parts.join(', ')}.`;
}
