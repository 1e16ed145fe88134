import { listRubrics, type Rubric } from '@/areas/grades/read/rubrics';
import { FieldError } from '@/server/outcome';
import type { Work } from '@/server/perform';

/** A rubric of the project that is written to. @throws FieldError when it is gone */
export async function rubricOf({ tx, projectId }: Pick<Work, 'tx' | 'projectId'>, id: string): Promise<Rubric> {
  const found = (await listRubrics(tx, projectId)).find((one) => one.id === id);
  if (!found) throw new FieldError('', 'This rubric was removed meanwhile.');
  return found;
}
