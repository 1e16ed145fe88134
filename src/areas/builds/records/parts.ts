import * as yup from 'yup';
import { PART_STATES } from '@/core/builds/assembly';
import { counted, decimal, id, line, optionalId, place } from '@/ui/forms/schema';

export const LENGTHS = ['mm', 'cm', 'm', 'in', 'ft'] as const;
const unit = yup.string().oneOf(LENGTHS, 'Choose a unit of the list.').default('mm');

export const partSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  code: line('The code'),
  name: line('The name'),
  ownerId: optionalId(),
  checkerId: optionalId().test('another', 'Whoever owns a part can’t be its checker.', function (checker) {
    return !checker || checker !== (this.parent as { ownerId: string | null }).ownerId;
  }),
  share: decimal('The share', { above: 0, max: 1000 }),
  thickness: decimal('The thickness', { above: 0, optional: true }),
  thicknessUnit: unit,
});
export const ofPartSchema = yup.object({ ...place, id: id('The part') });
export const movePartSchema = yup.object({
  ...place,
  id: id('The part'),
  version: counted().required(),
  state: yup.string().oneOf(PART_STATES).required(),
});
export const interfaceSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  name: line('What meets what'),
  oneId: id('The one part'),
  otherId: id('The other part').test('two', 'An interface lies between two parts.', function (other) {
    return other !== (this.parent as { oneId: string }).oneId;
  }),
});
export const enterInterfaceSchema = yup.object({
  ...place,
  id: id('The interface'),
  version: counted().required(),
  side: yup
    .string()
    .oneOf(['one', 'other'] as const)
    .required(),
  value: decimal('The dimension'),
  unit,
  tolerance: decimal('The tolerance', { min: 0 }),
});
export const scaleSchema = yup.object({
  ...place,
  sectionId: id('The section'),
  ratio: decimal('The scale', { above: 0 }),
  least: decimal('The thinnest', { above: 0, optional: true }),
  leastUnit: unit,
});
