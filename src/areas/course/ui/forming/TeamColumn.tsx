'use client';

import { plural } from '@/core/format';
import { useDraggable, useDroppable } from '@dnd-kit/core';
import type { Unmet } from '@/core/teams';
import type { Person } from './board';

interface Props {
  index: number;
  /** null for a new team, which there is once somebody is in it. */
  name: string | null;
  rename: (name: string) => void;
  people: Person[];
  nameOf: (id: string) => string;
  unmet: Unmet[];
  locked: ReadonlySet<string>;
  lock: (id: string) => void;
  move: (id: string, to: number) => void;
}

/** One team of a proposal, where names are dropped. The last one is empty: dropping there makes a team. */
export function TeamColumn({ index, name, rename, people, unmet, ...person }: Props) {
  const { setNodeRef, isOver } = useDroppable({ id: String(index) });
  const roles = unmet.filter(
    ({ kind, ids }) => kind === 'roles' && ids.length > 0 && people.some(({ id }) => id === ids[0]),
  );
  return (
    <section
      ref={setNodeRef}
      aria-label={name ?? 'A further team'}
      className={`border p-2 min-h-28 ${name === null ? 'border-dashed border-rule' : 'border-rule'} ${isOver ? 'bg-paper border-ink' : ''}`}
    >
      {name !== null ? (
        <input
          aria-label={`Name of team ${index + 1}`}
          className="!border-0 !bg-transparent font-cond font-semibold !min-h-7 !p-0 mb-1"
          value={name}
          onChange={(e) => rename(e.target.value)}
        />
      ) : (
        <p className="faint">a new team</p>
      )}
      <ul>
        {people.map((one) => (
          <Chip key={one.id} person={one} index={index} unmet={unmet} {...person} />
        ))}
      </ul>
      {roles.length > 0 && (
        <p className="text-sm text-ochre">nobody offers {roles.map(({ role }) => role).join(', ')}</p>
      )}
    </section>
  );
}

function Chip({
  person,
  index,
  unmet,
  nameOf,
  locked,
  lock,
  move,
}: Pick<Props, 'index' | 'unmet' | 'nameOf' | 'locked' | 'lock' | 'move'> & { person: Person }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id: person.id });
  const isLocked = locked.has(person.id);
  const wishes = unmet
    .filter(({ kind, ids }) => kind === 'wants' && ids[0] === person.id)
    .map(({ ids }) => nameOf(ids[1]!));
  const other = unmet.some(({ kind, ids }) => kind === 'concept' && ids[0] === person.id);
  const met = person.wants.length - wishes.length;
  return (
    <li
      ref={setNodeRef}
      style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
      className={`border-t border-hair py-1 bg-sheet ${isDragging ? 'relative z-10 outline-2 outline-ink' : ''}`}
    >
      <span className="flex items-center gap-2">
        <button
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`${person.name}, ${isLocked ? 'locked, ' : ''}team ${index + 1}`}
          className="grow text-left font-medium cursor-grab touch-none"
          onKeyDown={(e) => {
            if (e.key === 'ArrowRight') move(person.id, index + 1);
            else if (e.key === 'ArrowLeft') move(person.id, index - 1);
            else if (e.key === 'l' || e.key === 'L') lock(person.id);
            else return;
            e.preventDefault();
          }}
        >
          {person.name}
        </button>
        <label className="text-xs flex items-center gap-1">
          <input
            type="checkbox"
            className="size-4"
            checked={isLocked}
            onChange={() => lock(person.id)}
            aria-label={`Lock ${person.name}`}
          />
          lock
        </label>
      </span>
      <span className="block text-xs faint">
        {person.wants.length > 0 && `${met} of ${plural(person.wants.length, 'wish', 'wishes')}`}
        {wishes.length > 0 && ` (not ${wishes.join(', ')})`}
        {other && <b className="text-ochre font-medium"> other concept</b>}
      </span>
    </li>
  );
}
