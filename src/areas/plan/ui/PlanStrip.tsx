'use client';

import { useDraggable } from '@dnd-kit/core';
import type { KeyboardEvent } from 'react';
import { day } from '@/core/format';
import { placeOf, weekStarts, type PlanLine, type Strip } from '@/areas/plan/shared/planView';

export interface PlanStage {
  id: string;
  name: string;
  version: number;
  delay: number;
  /** What it comes after, by name. */
  after: string[];
  /** Design reviews that stand with it, with their days. */
  reviews: string[];
}
/** Numbers of the meetings, and the week each section is in. */
export function PlanHead({ lines, columns, eventDate }: { lines: PlanLine[]; columns: number; eventDate: string }) {
  const every = columns > 60 ? 10 : columns > 30 ? 5 : 1;
  return (
    <div className="plan-row border-b border-ink" aria-hidden>
      <p className="text-sm faint max-sm:hidden">meeting</p>
      <div>
        <Cells columns={columns}>
          {Array.from({ length: columns }, (_, i) => (
            <span
              key={i}
              className={`num !text-[11px] leading-4 text-center text-faint whitespace-nowrap ${(i + 1) % 5 === 0 ? '' : 'max-sm:invisible'}`}
              style={{ gridColumn: i + 1 }}
            >
              {i === 0 || (i + 1) % every === 0 ? i + 1 : ''}
            </span>
          ))}
        </Cells>
        {lines.map((line) => (
          <Cells key={line.id} columns={columns}>
            {[...weekStarts(line.meetings)].map(([i, date], week) => (
              <span
                key={i}
                className={`plan-week ${i === line.held ? 'text-iron' : week % 2 === 0 ? '' : 'max-sm:hidden'}`}
                style={{ gridColumn: i + 1 }}
              >
                {i === line.held && '▾ '}
                {day(date)}
              </span>
            ))}
            <span
              className="plan-event"
              style={{ gridColumn: `${line.meetings.length + 1} / -1` }}
              title={`event ${day(eventDate)}`}
            >
              ⚑ {day(eventDate)}
            </span>
            {line.held < line.meetings.length && !weekStarts(line.meetings).has(line.held) && (
              <span className="plan-today" style={{ gridColumn: line.held + 1 }}>
                ▾
              </span>
            )}
          </Cells>
        ))}
      </div>
    </div>
  );
}

function Cells({
  columns,
  className = '',
  children,
}: {
  columns: number;
  className?: string;
  children: React.ReactNode;
}) {
  return (
    <div
      className={`plan-cells ${className}`}
      style={{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr)) 58px` }}
    >
      {children}
    </div>
  );
}

interface StripProps {
  strip: Strip;
  /** Where it stood before the move that is tried. */
  was: Strip | null;
  line: PlanLine;
  columns: number;
  several: boolean;
  stage: PlanStage;
  press: ((event: KeyboardEvent, id: string) => void) | null;
}

/** A stage in one section: its work, what it can slip by, and what it waits for. */
export function PlanStrip({ strip, was, line, columns, several, stage, press }: StripProps) {
  const { start, finish, latestStart, waits } = strip;
  const length = finish - start + 1;
  const to = (from: number, until: number) => `${from + 1} / ${until + 2}`;
  const lastSlack = Math.max(finish, latestStart + length - 1);
  const moved = was && was.start !== start;
  const done = line.handedIn[stage.id] ?? 0;
  const over = done > 0 && done === line.teams;
  return (
    <Cells columns={columns} className={several ? 'h-[14px]' : 'h-[22px]'}>
      {Array.from({ length: columns }, (_, i) => (
        <span
          key={i}
          className={`plan-cell ${i < line.held ? 'plan-held' : ''} ${i === line.held ? 'plan-now' : ''} ${i >= line.meetings.length ? 'plan-none' : ''}`}
          style={{ gridColumn: i + 1 }}
        />
      ))}
      {lastSlack > finish && (
        <span className="plan-slack" style={{ gridColumn: to(finish + 1, Math.min(lastSlack, columns - 1)) }} />
      )}
      {waits > 0 && finish + 1 < columns && (
        <span className="plan-wait" style={{ gridColumn: to(finish + 1, Math.min(finish + waits, columns - 1)) }} />
      )}
      {moved && <span className="plan-was" style={{ gridColumn: to(was.start, was.finish) }} />}
      {strip.slack > 0 && latestStart < columns && (
        <span className="plan-post" style={{ gridColumn: latestStart + 1 }} />
      )}
      <Bar
        id={`${stage.id}|${line.id}`}
        data={{ id: stage.id, length }}
        className={`plan-bar ${over ? 'plan-over' : strip.slack < 0 ? 'plan-short' : strip.slack === 0 ? 'plan-tight' : ''}`}
        column={to(start, Math.min(finish, columns - 1))}
        label={`${stage.name}${several ? `, section ${line.name}` : ''}: ${placeOf(strip)}${done ? `, handed in by ${done} of ${line.teams}` : ''}`}
        {...(press ? { onKeyDown: (event: KeyboardEvent) => press(event, stage.id) } : {})}
      />
      <span
        className="num !text-[11px] leading-[15px] faint self-center pl-1.5 whitespace-nowrap"
        style={{ gridColumn: columns + 1 }}
      >
        {several && <b>{line.name} </b>}
        {line.teams > 0 && `${done}/${line.teams}`}
      </span>
    </Cells>
  );
}

interface BarProps {
  id: string;
  data: { id: string; length: number };
  className: string;
  column: string;
  label: string;
  onKeyDown?: (event: KeyboardEvent) => void;
}

function Bar({ id, data, className, column, label, onKeyDown }: BarProps) {
  const { setNodeRef, listeners } = useDraggable({ id, data, disabled: !onKeyDown });
  if (!onKeyDown)
    return <span className={className} style={{ gridColumn: column }} role="img" aria-label={label} title={label} />;
  return (
    <button
      type="button"
      ref={setNodeRef}
      {...listeners}
      onKeyDown={onKeyDown}
      className={`${className} cursor-grab active:cursor-grabbing touch-pan-y`}
      style={{ gridColumn: column }}
      aria-label={`${label}. Arrow keys move it.`}
      title={label}
    />
  );
}
