'use client';

import { createContext, useContext, useMemo, useState, type ReactNode } from 'react';
import type { Outcome } from '@/server/outcome';
import type { Entry } from './entry';
import { submit, type Entered, type Kept } from './sender';
import { useOutbox } from './useOutbox';

/** Somebody who enters on this device. */
export interface Enterer {
  id: string;
  name: string;
}
interface Choice {
  people: readonly Enterer[];
  by: Enterer;
  choose: (id: string) => void;
}
const Who = createContext<Choice | null>(null);

/**
 * Says who enters what is entered below: the person signed in, or on a shared phone any of its members, also without a
 * connection. The first of `people` is the one signed in.
 */
export function Entering({ people, children }: { people: readonly Enterer[]; children: ReactNode }) {
  const [chosen, setChosen] = useState<string | null>(null);
  const by = people.find((one) => one.id === chosen) ?? people[0]!;
  return <Who.Provider value={{ people, by, choose: setChosen }}>{children}</Who.Provider>;
}

/** Hands entries to the outbox in the name of whoever enters. */
export function useEntry() {
  const who = useContext(Who);
  if (!who) throw new Error('A form of the field stands outside <Entering>.');
  const { id, name } = who.by;
  return <R,>(entered: Omit<Entered, 'by' | 'byName'>): Promise<Outcome<R | Kept>> =>
    submit<R>({ ...entered, by: id, byName: name });
}

/** The entries of those who enter on this device: of the person signed in, and of whoever shares it. */
export function useOurEntries(): Entry[] {
  const people = useContext(Who)?.people;
  const all = useOutbox();
  return useMemo(() => (all ?? []).filter((one) => people?.some(({ id }) => id === one.by)), [all, people]);
}

/** On a shared phone: whose entries these are. */
export function WhoEnters() {
  const who = useContext(Who);
  if (!who || who.people.length < 2) return null;
  return (
    <label className="flex items-center gap-2 text-sm">
      entered by
      <select className="!w-auto" value={who.by.id} onChange={(e) => who.choose(e.target.value)}>
        {who.people.map((one) => (
          <option key={one.id} value={one.id}>
            {one.name}
          </option>
        ))}
      </select>
    </label>
  );
}
