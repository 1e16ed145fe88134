import { isDeepStrictEqual } from 'node:util';
import { readRule } from './readRule';
import type { GradeRule } from '@/core/rubric';
import type { EMPTY_CRITERION } from '@/areas/grades/shared/empty';
import { USUAL_SCHEME, type GradeComponent, type GradeScheme, type SchoolSystem } from './scheme';
import type { Criterion, Rubric } from './rubrics';
import type { PeerRound } from './peers';

const text = (value: number | null | undefined): string => (value === null || value === undefined ? '' : String(value));

/** A criterion as its form shows it. */
export function criterionForm(one: Criterion): typeof EMPTY_CRITERION {
  const about = one.measure?.eventId ?? one.measure?.parameterId;
  return {
    name: one.name,
    scorer: one.scorer,
    measure: one.measure ? [one.measure.of, about].filter(Boolean).join(':') : '',
    weight: one.weight === one.max ? '' : text(one.weight),
    max: one.levels.length ? '' : text(one.max),
    evidence: one.evidence,
    anchors: one.anchors,
    levels: one.levels.map((level) => ({
      name: level.name,
      points: text(level.points),
      text: level.text,
      atLeast: text(level.atLeast),
    })),
  };
}
export const rubricForm = (rubric: Rubric) => ({
  name: rubric.name,
  about: rubric.about,
  position: text(rubric.position),
  halfLevels: rubric.halfLevels,
  school: rubric.school,
  criteria: rubric.criteria.map(criterionForm),
});

export const roundForm = (round: Omit<PeerRound, 'id' | 'version'>) => ({
  name: round.name,
  questions: round.questions.map((one) => ({ text: one.text, anchors: one.anchors.join('\n') })),
  low: text(round.low),
  high: text(round.high),
  minimumRaters: text(round.minimumRaters),
  isOpen: round.isOpen,
});

export const bandsText = (bands: readonly { atLeast: number; grade: string }[]): string =>
  bands.map((one) => `${one.atLeast} ${one.grade}`).join('\n');

export const schemeForm = (scheme: GradeScheme = USUAL_SCHEME) => ({
  share: scheme.share,
  peerRoundId: scheme.peerRoundId ?? '',
  missing: scheme.missing,
  perDay: text(scheme.perDay),
  graceDays: text(scheme.graceDays),
  mostLate: text(scheme.mostLate),
  step: text(scheme.step),
  rounding: scheme.rounding,
  bands: bandsText(scheme.bands),
  cap: text(scheme.cap),
  floor: text(scheme.floor),
  pass: text(scheme.pass),
});

/** The rule of a component as its form shows it; one that would not be read back as it is stays as it is. */
function ruleForm(rule: GradeRule | null) {
  const form = fieldsOf(rule);
  return rule && !isDeepStrictEqual(readRule(form as never), rule) ? { ...fieldsOf(null), kind: 'kept' } : form;
}

/** A rule in the fields of its kind. */
function fieldsOf(rule: GradeRule | null) {
  const empty = {
    kind: 'points',
    better: rule?.better === 'lower' ? 'lower' : 'higher',
    bands: '',
    fromValue: '',
    fromPercent: '',
    toValue: '',
    toPercent: '',
    target: '',
    step: '',
    perStep: '',
    overshoot: '',
    reference: '',
  };
  const points = rule?.points;
  switch (points?.kind) {
    case 'bands': {
      const lines = points.bands.map((one) => `${one.atLeast ?? one.atMost} ${one.points}`);
      return { ...empty, kind: 'bands', bands: lines.join('\n') };
    }
    case 'linear': {
      const [[fromValue, fromPercent], [toValue, toPercent]] = [points.from, points.to];
      const ends = { fromValue: text(fromValue), fromPercent: text(fromPercent) };
      return { ...empty, kind: 'linear', ...ends, toValue: text(toValue), toPercent: text(toPercent) };
    }
    case 'deviation': {
      const { step, perStep, overshoot } = points;
      const steps = { step: text(step), perStep: text(perStep), overshoot: text(overshoot) };
      return { ...empty, kind: 'deviation', target: text(rule!.target), ...steps };
    }
    case 'relative':
      return points.to === 'best'
        ? { ...empty, kind: 'best' }
        : { ...empty, kind: 'benchmark', reference: text(points.to) };
    default:
      return empty;
  }
}

export const NEW_COMPONENT = {
  name: '',
  weight: '',
  from: 'marks',
  ...ruleForm(null),
  usesFactor: false,
  dropLowest: '0',
  cap: '',
  floor: '',
};
export const componentForm = (one: GradeComponent) => ({
  name: one.name,
  position: text(one.position),
  weight: text(one.weight),
  from: [one.source, one.rubricId ?? one.eventId].filter(Boolean).join(':'),
  ...ruleForm(one.rule),
  usesFactor: one.usesFactor,
  dropLowest: text(one.dropLowest),
  cap: text(one.cap),
  floor: text(one.floor),
});

export const systemForm = (one: Omit<SchoolSystem, 'id' | 'version'>) => ({
  name: one.name,
  separator: one.separator,
  decimal: one.decimal,
  columns: one.columns.map(({ head, what, componentId }) => ({
    head,
    what: componentId ? `component:${componentId}` : what,
  })),
});
