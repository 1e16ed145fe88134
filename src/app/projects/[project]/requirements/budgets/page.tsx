import { ADD, CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { budget } from '@/core/requirements';
import { openSheet, ProjectFrame, requirementViews, type SheetProps } from '@/shell/frame';
import { BudgetForm } from '@/areas/brief/ui/budgets/BudgetForm';
import { BudgetTable } from '@/areas/brief/ui/budgets/BudgetTable';
import { allowed } from '@/server/access';
import { inForce, listBudgets, listRequirements } from '@/areas/brief';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

/** What adds up over parts. */
const SUMS = new Set(['mass', 'cost', 'count']);

export default async function BudgetsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/budgets', props);
  const { seat } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const [requirements, budgets] = [await listRequirements(pool(), id), await listBudgets(pool(), id)];
  const limits = inForce(requirements).filter((one) => one.kind === 'max' && SUMS.has(one.dimension ?? ''));
  const team = frame.team ?? (leads ? null : (frame.teams.find((one) => one.id === seat.teamId) ?? null));
  const mine = team === null ? null : team.id;
  const readable = mine === null || allowed(seat, 'budget.write', { teamId: mine });
  return (
    <ProjectFrame
      shows={['requirements']}
      frame={frame}
      sheet="requirements"
      name="Budgets"
      views={requirementViews(seat.role)}
      view="requirements/budgets"
      about={
        limits.length === 0
          ? undefined
          : team
            ? `how ${team.name} splits the limits over its parts`
            : 'how the class splits the limits; choose a team for its own'
      }
    >
      {limits.length === 0 && (
        <Nothing>
          A limit on a sum, such as “at most 900 g”, can be split over parts here, with what remains. There is no such
          limit yet.
        </Nothing>
      )}
      {!readable && <p className="faint">The budgets of {team!.name} are its own.</p>}
      {readable && (
        <div className="grid lg:grid-cols-2 gap-x-8 gap-y-5 items-start">
          {limits.map((limit) => {
            const own = budgets.find((one) => one.requirementId === limit.id && one.teamId === mine);
            const shared = budgets.find((one) => one.requirementId === limit.id && one.teamId === null);
            const shown = own ?? (mine === null ? undefined : shared);
            const parts = shown?.parts ?? [];
            const of = { value: limit.value!, unit: limit.unit! };
            return (
              <section key={limit.id} aria-label={limit.code}>
                <h2 className="h3">
                  <span className="num">{limit.code}</span> {limit.statement}
                </h2>
                {mine !== null && !own && shared && <p className="faint">As the class splits it:</p>}
                {parts.length > 0 && <BudgetTable budget={budget({ limit: of, parts })} limit={of.value} />}
                {parts.length === 0 && <p className="faint">Not split yet.</p>}
                {(mine !== null || leads) && (
                  <SidePanel
                    id={`budget-${limit.code}`}
                    label={own ? 'Change parts' : mine === null ? 'Split over parts' : `Split for ${team!.name}`}
                    icon={own ? CHANGE : ADD}
                    of={limit.code}
                    title={`Parts of ${limit.code}, ${team?.name ?? 'the class'}`}
                    className="btn-text no-print mt-1"
                  >
                    <BudgetForm
                      key={`${mine} ${own?.version}`}
                      projectId={id}
                      requirementId={limit.id}
                      teamId={mine}
                      id={own?.id ?? null}
                      version={own?.version ?? null}
                      unit={limit.unit!}
                      parts={parts.map((part) => ({ ...part, value: String(part.value) }))}
                    />
                  </SidePanel>
                )}
              </section>
            );
          })}
        </div>
      )}
    </ProjectFrame>
  );
}
