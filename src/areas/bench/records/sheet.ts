import * as yup from 'yup';
import { decimal, id, line, optionalDate, optionalId, place } from '@/ui/forms/schema';
import { MOST_ROWS } from '@/areas/bench/shared/sheetRows';

/** A sheet of practice runs as it was typed in: rows of cells under columns named by their keys. */
export const runSheetSchema = yup.object({
  ...place,
  /** Whose runs they are, for a member of one team. */
  teamId: optionalId(),
  protocolId: id('The protocol'),
  protocolVersion: yup.number().integer().min(1).max(10_000).optional(),
  madeOn: optionalDate('The day'),
  conditions: yup
    .array(
      yup.object({ name: line('The name'), value: decimal('The value'), unit: yup.string().trim().required().max(20) }),
    )
    .default([])
    .max(20),
  columns: yup.array(yup.string().max(200).required()).required().max(40),
  rows: yup
    .array(
      yup.object({
        id: id('The run'),
        cells: yup.array(yup.string().default('').max(400, 'At most 400 characters.')).required().max(40),
      }),
    )
    .required()
    .max(MOST_ROWS, `At most ${MOST_ROWS} rows at once.`),
});
