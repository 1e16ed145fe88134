import * as yup from 'yup';
import { SOURCES } from '@/core/materials';
import { amount, decimal, id, line, optionalId, place } from '@/ui/forms/schema';

export const materialSchema = yup.object({
  ...place,
  id: optionalId(),
  name: line('The material'),
  unitMass: amount('The mass of a piece', { optional: true, min: 0 }),
  unitPrice: decimal('The price of a piece', { optional: true, min: 0 }),
  stock: decimal('The stock', { optional: true, min: 0 }),
  rule: yup.string().trim().default('').max(160, 'A rule has at most 160 characters.'),
});
export const removeMaterialSchema = yup.object({ ...place, id: id('The material') });
export const billSchema = yup.object({
  ...place,
  id: optionalId(),
  iterationId: id('The iteration'),
  lines: yup
    .array(
      yup.object({
        part: line('The part'),
        subsystem: yup.string().trim().default('').max(80, 'At most 80 characters.'),
        materialId: optionalId(),
        quantity: decimal('The quantity', { min: 0 }),
        waste: decimal('The waste', { optional: true, min: 0 }),
        unitMass: amount('The mass of a piece', { optional: true, min: 0 }),
        unitPrice: decimal('The price of a piece', { optional: true, min: 0 }),
        source: yup.string().oneOf(SOURCES).default('kit'),
      }),
    )
    .default([])
    .max(80, 'At most 80 lines.'),
});
