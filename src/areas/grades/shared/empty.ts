/** A new level, and a new criterion, as the form of a rubric shows them. */
export const EMPTY_LEVEL = { name: '', points: '', text: '', atLeast: '' };
export const EMPTY_CRITERION = {
  name: '',
  scorer: 'judges',
  measure: '',
  weight: '',
  max: '',
  evidence: '',
  anchors: '',
  levels: [] as (typeof EMPTY_LEVEL)[],
};
