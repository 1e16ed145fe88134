import { Nothing } from '@/ui/sheet/Sheet';
import { BudgetTable } from '@/areas/brief/ui/budgets/BudgetTable';
import { budget } from '@/core/requirements';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, ADD } from '@/ui/kit/icons';
import { BudgetForm } from '@/areas/brief/ui/budgets/BudgetForm';
import type { Place } from '@/areas/course';
import type { readBudgetsPage } from '@/areas/brief/read/pages/budgets';

type Props = Awaited<ReturnType<typeof readBudgetsPage>> & { frame: Place };

/** The content of the page “Budgets”. */
export function BudgetsView({ leads, budgets, limits, team, mine, readable, frame }: Props) {
  const { seat } = frame;
  const { id } = seat.project;

  return (
    <>
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
    </>
  );
}
