import type { Component } from '@/core/ranking';

/** What a component takes of its source, as it stands in a line. */
export const COUNTS_AS: Record<Component['as'], string> = {
  points: 'its points: an absolute standard',
  'percent-of-best': 'percent of the best: relative to this class',
  'percent-of-max': 'percent of a maximum',
  'z-score': 'standard score: how far from the mean',
  'place-sum': 'its place: the lowest sum wins',
};
