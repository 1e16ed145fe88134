import type { Row } from 'postgres';
import { agreedOn, type Requirement } from '@/areas/brief';
import { seenAs } from '@/ui/forms/seen';
import { limitText } from '@/core/format';
import type { SelectionRecord } from '@/areas/concepts/read/selection';

/** A stored selection as its form shows it. */
export function selectionForm(row: Row | SelectionRecord): Record<string, unknown> {
  const { name, picks, datumId } = row as SelectionRecord;
  return { name, picks: String(picks), datumId: datumId ?? '' };
}

/** Criteria to begin with: wishes with their weights from Requirements, then the limits that carry one. */
export function criteriaFrom(requirements: Requirement[]) {
  return agreedOn(requirements)
    .filter(({ weight, kind }) => weight !== null || kind === 'wish')
    .map((one) => ({
      id: '',
      requirementId: one.id,
      name: `${one.code} ${one.statement}`.slice(0, 160),
      weight: String(one.weight ?? 1),
      anchors:
        one.kind === 'wish'
          ? '1 hardly, 3 as last season’s, 5 clearly better than anything seen'
          : `1 likely breaks ${limitText(one)}, 3 at the limit, 5 far inside it`,
    }));
}

/** The marks against the datum as a form has seen them. */
export const marksSeen = (marks: SelectionRecord['marks']) =>
  seenAs(marks.map(({ concept, criterion, mark }) => [concept, criterion, mark]));
