import type { Area } from '@/areas/area';
import { course } from '@/areas/course/area';
import { brief } from '@/areas/brief/area';
import { plan } from '@/areas/plan/area';
import { concepts } from '@/areas/concepts/area';
import { builds } from '@/areas/builds/area';
import { bench } from '@/areas/bench/area';
import { compliance } from '@/areas/compliance/area';
import { event } from '@/areas/event/area';
import { grades } from '@/areas/grades/area';
import { reviews } from '@/areas/reviews/area';

/** The areas that hand something in, in the order of the work. */
export const AREAS: readonly Area[] = [
  course,
  brief,
  plan,
  concepts,
  builds,
  bench,
  compliance,
  event,
  grades,
  reviews,
];
