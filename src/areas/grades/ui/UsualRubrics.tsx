'use client';

import { USUAL_RUBRICS } from '@/core/rubric/usualRubrics';
import { plural } from '@/core/format';
import { ActButton } from '@/ui/forms/ActButton';
import { ADD } from '@/ui/kit/icons';
import { addUsualRubric } from '@/areas/grades/write/actions';

/** Rubrics to start from, those that are there already left out. */
export function UsualRubrics({ projectId, known }: { projectId: string; known: readonly string[] }) {
  const left = USUAL_RUBRICS.filter((one) => !known.includes(one.name));
  if (left.length === 0) return <p>All of them are in this project already.</p>;
  return (
    <ul>
      {left.map((one) => (
        <li key={one.name} className="border-b border-hair py-2">
          <p>
            <b>{one.name}</b> <span className="faint">{plural(one.criteria.length, 'criterion', 'criteria')}</span>
          </p>
          <p className="text-sm">
            {one.about} {one.criteria.map(({ name }) => name).join(' · ')}
          </p>
          <ActButton
            act={addUsualRubric}
            input={{ projectId, id: null, version: null, name: one.name }}
            done="Added. Change whatever is different in your course."
            icon={ADD}
            of={one.name}
            className="btn-text"
          >
            Add
          </ActButton>
        </li>
      ))}
    </ul>
  );
}
