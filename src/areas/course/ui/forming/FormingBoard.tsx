'use client';

import { DndContext, PointerSensor, useSensor, useSensors, type DragEndEvent } from '@dnd-kit/core';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { attempt, reasonOf } from '@/ui/forms/attempt';
import { plural } from '@/core/format';
import { toast } from '@/ui/toast';
import { saveProposal } from '@/areas/course/write/forming';
import { formingOf, inPlaces, moved, seated, assessmentOf, withLocks, type Given } from './board';
import { Compared } from './Compared';
import type { Proposal, ProposedTeam } from '@/areas/course/read/forming';
import { Proposals } from './Proposals';
import { TeamColumn } from './TeamColumn';
import { useForming } from './useForming';

interface Props {
  projectId: string;
  sectionId: string;
  given: Given;
  /** The teams there are; more are added as they are needed. */
  teams: ProposedTeam[];
  proposals: Proposal[];
}

/** Forms teams, shows what is met and unmet, lets people be moved by hand, and keeps proposals. */
export function FormingBoard({ projectId, sectionId, given, teams: existing, proposals }: Props) {
  const router = useRouter();
  const [teams, setTeams] = useState(() => seated(existing, given));
  const [locked, setLocked] = useState<ReadonlySet<string>>(new Set());
  const [seed, setSeed] = useState('1');
  const [grouped, setGrouped] = useState(false);
  const [kept, setKept] = useState<{ id: string; version: number } | null>(null);
  const [name, setName] = useState(`Proposal ${proposals.length + 1}`);
  const [problem, setProblem] = useState<string | null>(null);
  const [other, setOther] = useState('');
  const { run, stop, progress } = useForming();
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const forming = useMemo(() => formingOf(given, grouped), [given, grouped]);
  const standing = useMemo(() => assessmentOf(forming, teams), [forming, teams]);
  const nameOf = (id: string) => given.people.find((one) => one.id === id)?.name ?? 'somebody who left';

  const search = async (further: boolean) => {
    setProblem(null);
    try {
      const input = withLocks(forming, teams, locked);
      const found = await run({
        ...input,
        seed,
        ...(further ? { start: teams.map(({ members }) => members), budgetSteps: 4000 * given.people.length } : {}),
      });
      setTeams(inPlaces(teams, found.teams));
      if (further) setSeed(String(Number(seed) + 1 || `${seed}+`));
    } catch (error) {
      setProblem(inNames((error as Error).message, given));
    }
  };
  const move = (id: string, to: number) => {
    if (to < 0 || to > teams.length || locked.has(id)) return;
    setTeams(moved(teams, id, to));
  };
  const drop = ({ active, over }: DragEndEvent) => over && move(String(active.id), Number(over.id));
  const lock = (id: string) => {
    const next = new Set(locked);
    if (!next.delete(id)) next.add(id);
    setLocked(next);
  };
  const open = (proposal: Proposal) => {
    const here = new Set(given.people.map(({ id }) => id));
    setTeams(seated(proposal.teams, given));
    setLocked(new Set(proposal.locked.filter((id) => here.has(id))));
    setSeed(proposal.seed || '1');
    setName(proposal.name);
    setKept({ id: proposal.id, version: proposal.version });
  };
  const keep = async (asNew: boolean) => {
    const rows = teams.filter(({ members }) => members.length > 0);
    const target = asNew ? { id: null, version: null } : (kept ?? { id: null, version: null });
    const outcome = await attempt(() =>
      saveProposal({ projectId, sectionId, ...target, name, teams: rows, locked: [...locked], seed }),
    );
    if (!outcome.ok) return void toast.error(reasonOf(outcome));
    setKept(outcome.result);
    toast.success('Saved. Students don’t see it.');
    router.refresh();
  };
  const compared = proposals.find(({ id }) => id === other);
  const whole = typeof standing !== 'string';
  const sound = whole && standing.broken.length === 0;
  return (
    <section aria-label="Teams as proposed">
      <div className="flex flex-wrap items-end gap-3 mb-3 no-print">
        <button type="button" className="btn btn-go" disabled={progress !== null} onClick={() => void search(false)}>
          Form teams
        </button>
        <button type="button" className="btn" disabled={progress !== null || !whole} onClick={() => void search(true)}>
          Improve further
        </button>
        <label>
          <span className="block font-medium">Seed</span>
          <input className="num !w-28" value={seed} onChange={(e) => setSeed(e.target.value)} />
        </label>
        {Object.keys(given.groups).length > 0 && (
          <label className="flex items-center gap-2 min-h-9">
            <input
              type="checkbox"
              className="size-4"
              checked={grouped}
              onChange={(e) => setGrouped(e.target.checked)}
            />
            similar ideas count as one
          </label>
        )}
        {progress && (
          <span className="flex items-center gap-2 min-h-9" role="status">
            <progress max={progress.of} value={progress.done} aria-label="Search for teams" />
            {progress.cost !== null && <span className="num">best so far {progress.cost}</span>}
            <button type="button" className="btn" onClick={stop}>
              Stop
            </button>
          </span>
        )}
      </div>
      {problem && (
        <p className="callout mb-3" role="alert" style={{ '--tone': 'var(--brick)' } as React.CSSProperties}>
          {problem}
        </p>
      )}
      <Sum standing={standing} nameOf={nameOf} />
      <p className="faint text-sm mb-2 no-print">
        Drag a name to another team, or with a name in focus: ← → moves it, L locks it where it is. The cost follows at
        once.
      </p>
      <DndContext id={`forming-${sectionId}`} sensors={sensors} onDragEnd={drop}>
        <div className="grid grid-cols-[repeat(auto-fill,minmax(13rem,1fr))] gap-3">
          {[...teams, null].map((team, i) => (
            <TeamColumn
              key={i}
              index={i}
              name={team?.name ?? null}
              rename={(text) => setTeams(teams.map((one, at) => (at === i ? { ...one, name: text } : one)))}
              people={(team?.members ?? []).flatMap((id) => given.people.filter((one) => one.id === id))}
              nameOf={nameOf}
              unmet={whole ? standing.unmet : []}
              locked={locked}
              lock={lock}
              move={move}
            />
          ))}
        </div>
      </DndContext>
      <div className="flex flex-wrap items-end gap-3 mt-4 no-print">
        <label>
          <span className="block font-medium">Save it as</span>
          <input value={name} onChange={(e) => setName(e.target.value)} />
        </label>
        <button type="button" className="btn" onClick={() => void keep(!kept)}>
          {kept ? 'Save change' : 'Save proposal'}
        </button>
        {kept && (
          <button type="button" className="btn" onClick={() => void keep(true)}>
            Save as another proposal
          </button>
        )}
      </div>
      <Proposals
        projectId={projectId}
        proposals={proposals}
        shown={kept?.id ?? null}
        assessmentOf={(proposal) => assessmentOf(forming, seated(proposal.teams, given))}
        open={open}
        compare={(id) => setOther(other === id ? '' : id)}
      />
      {compared && (
        <Compared
          forming={forming}
          shown={{ name: 'What is shown', teams }}
          other={{ name: compared.name, teams: seated(compared.teams, given) }}
          nameOf={nameOf}
        />
      )}
      {!sound && whole && <p className="faint text-sm mt-2">Only an arrangement that breaks no rule can be used.</p>}
    </section>
  );
}

/** The core speaks of ids; people read names. */
function inNames(message: string, { people }: Given): string {
  return people.reduce((text, { id, name }) => text.replaceAll(id, name), message);
}

function Sum({ standing, nameOf }: { standing: ReturnType<typeof assessmentOf>; nameOf: (id: string) => string }) {
  if (typeof standing === 'string') return <p className="text-brick mb-2">{standing}</p>;
  const count = (kind: string) => standing.unmet.filter((one) => one.kind === kind).length;
  return (
    <div className="mb-2" aria-live="polite">
      <p>
        Cost <b className="num text-lg">{standing.cost}</b>: {plural(count('wants'), 'wish', 'wishes')} unmet,{' '}
        {plural(count('concept'), 'member')} with another concept than their team, {plural(count('roles'), 'role')}{' '}
        nobody wants.
      </p>
      {standing.broken.map(({ rule, ids }, i) => (
        <p key={i} className="text-brick font-medium">
          {rule === 'size' ? 'Wrong size' : rule === 'keep apart' ? 'To be kept apart' : 'To be kept together'}:{' '}
          {ids.map(nameOf).join(', ')}
        </p>
      ))}
    </div>
  );
}
