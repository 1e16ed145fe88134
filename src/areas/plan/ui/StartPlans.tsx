import { ActButton } from '@/ui/forms/ActButton';
import { plural } from '@/core/format';
import { startPlan } from '@/areas/plan/write/actions';
import { STAGE_PLANS } from '@/areas/plan/shared/stagePlans';

/** The plans to start from. */
export function StartPlans({ projectId, own }: { projectId: string; own: string }) {
  return (
    <>
      <ul className="grid sm:grid-cols-2 gap-3 mb-4 max-w-4xl">
        {STAGE_PLANS.map(({ name, title, about, stages }) => (
          <li key={name} className="border border-rule px-3 py-2 flex flex-col">
            <h2 className="h3">{title}</h2>
            <p className="faint">{about}</p>
            <p className="text-sm my-1">
              {plural(stages.length, 'stage')}: {stages.map((stage) => stage.name).join(', ')}
            </p>
            <p className="mt-auto pt-1">
              <ActButton act={startPlan} input={{ projectId, plan: name }} done="The plan is laid out.">
                Start from this plan
              </ActButton>
            </p>
          </li>
        ))}
      </ul>
      <a href={own}>Enter stages of your own</a>
    </>
  );
}
