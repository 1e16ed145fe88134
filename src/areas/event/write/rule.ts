import type { InferType } from 'yup';
import type { EventRule, FoulRule, PointsRule } from '@/core/scoring';
import { CoreError } from '@/core/units';
import { FieldError } from '@/server/outcome';
import { read, readAmount, readOptional } from '@/ui/forms/schema';
import type { eventSchema } from '@/areas/event/records/event';

type Form = InferType<typeof eventSchema>;

/** Reads a figure of what is scored, entered in a field of the form; "5 cm" where that is in m is 0.05. */
type Figure = (field: string, text: string) => number;

/**
 * The event's rule in the core's terms, from its form. `unit` is what values are in: the protocol's unit, or null where a
 * formula makes something else of them. @throws FieldError for a figure in a unit that does not fit.
 */
export function ruleOf(form: Form, unit: string | null, notes: string[]): EventRule {
  const inUnit =
    (of: string | null): Figure =>
    (field, text) => {
      try {
        return readAmount(text, of, notes);
      } catch (error) {
        throw error instanceof CoreError ? new FieldError(field, error.message) : error;
      }
    };
  const figure = inUnit(form.formula ? null : unit);
  const target = form.target ? figure('target', form.target) : null;
  const ties = form.ties.split(/[\s,;]+/).filter(Boolean);
  const penalties = Object.fromEntries(
    form.penalties.map(({ code, points, value, disqualify }, i) => {
      const [p, v] = [readOptional(points, notes), value ? figure(`penalties.${i}.value`, value) : null];
      return [code, { ...(p ? { points: p } : {}), ...(v ? { value: v } : {}), ...(disqualify ? { disqualify } : {}) }];
    }),
  );
  return {
    attempts: {
      allowed: read(form.allowed),
      use: form.use,
      ...(form.use === 'mean-of-best' ? { count: read(form.count) } : {}),
      foul: foulOf(form, inUnit(unit)),
    },
    better: form.better,
    ...(target === null ? {} : { target }),
    ...(form.formula ? { value: form.formula } : {}),
    points: pointsOf(form, figure, notes),
    ...(form.penalties.length ? { penalties } : {}),
    ties,
  };
}

function foulOf({ foul, foulValue }: Form, figure: Figure): FoulRule {
  return foul === 'value' ? { value: figure('foulValue', foulValue) } : foul;
}

function pointsOf(form: Form, figure: Figure, notes: string[]): PointsRule {
  const number = (text: string) => read(text, notes);
  switch (form.points) {
    case 'bands': {
      const edge = form.better === 'lower' ? 'atMost' : 'atLeast';
      return {
        kind: 'bands',
        bands: form.bands.map((band, i) => ({
          [edge]: figure(`bands.${i}.edge`, band.edge),
          points: number(band.points),
        })),
      };
    }
    case 'linear':
      return {
        kind: 'linear',
        from: [figure('fromValue', form.fromValue), number(form.fromPoints)],
        to: [figure('toValue', form.toValue), number(form.toPoints)],
      };
    case 'deviation': {
      const overshoot = readOptional(form.overshoot, notes);
      return {
        kind: 'deviation',
        start: number(form.start),
        step: figure('step', form.step),
        perStep: number(form.perStep),
        count: form.counting,
        ...(overshoot ? { overshoot } : {}),
      };
    }
    case 'relative':
      return {
        kind: 'relative',
        to: form.reference ? figure('reference', form.reference) : 'best',
        max: number(form.max),
      };
    case 'place':
      return {
        kind: 'place',
        table: form.table
          .split(/[\s;,]+/)
          .filter(Boolean)
          .map(Number),
        shared: form.shared,
      };
    case 'value':
      return { kind: 'value' };
  }
}

const EMPTY = {
  count: '',
  foulValue: '',
  target: '',
  formula: '',
  bands: [] as { edge: string; points: string }[],
  fromValue: '',
  fromPoints: '',
  toValue: '',
  toPoints: '',
  start: '',
  step: '',
  perStep: '',
  counting: 'completed',
  overshoot: '',
  max: '',
  reference: '',
  table: '',
  shared: 'same',
  ties: '',
};
export const NEW_EVENT = {
  ...EMPTY,
  name: '',
  protocolId: '',
  quantityId: '',
  position: '1',
  allowed: '3',
  use: 'best',
  foul: 'drop',
  better: 'lower',
  points: 'linear',
  penalties: [],
  counts: true,
  weight: '1',
};

/** A stored event as its form shows it. */
export function eventForm(row: Record<string, unknown>): Record<string, unknown> {
  const rule = row.rule as EventRule;
  const { attempts, points } = rule;
  const text = (value: number | undefined) => (value === undefined ? '' : String(value));
  const foul =
    typeof attempts.foul === 'object'
      ? { foul: 'value', foulValue: text(attempts.foul.value) }
      : { foul: attempts.foul };
  const penalties = Object.entries(rule.penalties ?? {}).map(([code, p]) => ({
    code,
    points: text(p.points),
    value: text(p.value),
    disqualify: p.disqualify ?? false,
  }));
  return {
    ...EMPTY,
    ...foul,
    penalties,
    ...pointsForm(points, text),
    name: row.name,
    protocolId: row.protocolId,
    quantityId: row.quantityId ?? '',
    position: String(row.position),
    allowed: text(attempts.allowed),
    use: attempts.use,
    count: text(attempts.count),
    better: rule.better,
    target: text(rule.target),
    formula: rule.value ?? '',
    points: points.kind,
    ties: (rule.ties ?? []).join(' '),
  };
}

function pointsForm(points: PointsRule, text: (value: number | undefined) => string): Record<string, unknown> {
  switch (points.kind) {
    case 'bands':
      return {
        bands: points.bands.map((band) => ({ edge: text(band.atLeast ?? band.atMost), points: text(band.points) })),
      };
    case 'linear':
      return {
        fromValue: text(points.from[0]),
        fromPoints: text(points.from[1]),
        toValue: text(points.to[0]),
        toPoints: text(points.to[1]),
      };
    case 'deviation':
      return {
        start: text(points.start),
        step: text(points.step),
        perStep: text(points.perStep),
        counting: points.count,
        overshoot: text(points.overshoot),
      };
    case 'relative':
      return { max: text(points.max), reference: points.to === 'best' ? '' : text(points.to) };
    case 'place':
      return { table: points.table.join(' '), shared: points.shared };
    case 'value':
      return {};
  }
}
