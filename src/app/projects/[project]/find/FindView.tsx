import { wordOf } from '@/db/catalogue';
import { Link } from '@/ui/Link';
import type { Frame } from '@/shell/frame';
import type { Hit } from '@/shell/find/search';
import { hrefIn } from '@/areas/course';
import { withQuery } from '@/core/format';
import type { readFindPage } from '@/app/projects/[project]/find/read';

type Props = Awaited<ReturnType<typeof readFindPage>> & { frame: Frame };

/** The content of the page “Find”. */
export function FindView({ text, hits, frame }: Props) {
  return (
    <>
      <form role="search" aria-label="Find in this project" className="flex gap-2 mb-3 max-w-md">
        <input type="search" name="q" aria-label="Find" defaultValue={text} placeholder="at least two letters" />
        <button className="btn">Find</button>
      </form>
      <ul className="max-w-4xl">
        {hits.map((hit) => (
          <li
            key={hit.kind + hit.id}
            className="py-1.5 border-b border-hair grid grid-cols-[6rem_1fr] sm:grid-cols-[6rem_2fr_1fr] gap-x-3"
          >
            <span className="faint">{wordOf(hit.kind)}</span>
            <Link href={place(frame, hit)}>{hit.title}</Link>
            <span className="faint truncate col-start-2 sm:col-start-3 sm:text-right">{hit.detail}</span>
          </li>
        ))}
      </ul>
    </>
  );
}

function place(frame: Frame, { kind, id, title }: Hit): string {
  switch (kind) {
    case 'team':
      return hrefIn(frame, 'builds', { section: null, team: id });
    case 'requirement':
      return `${hrefIn(frame, 'requirements')}#${title.split(' ')[0]}`;
    case 'stage':
      return hrefIn(frame, 'schedule');
    case 'statement':
      return `${hrefIn(frame, 'interview/answers')}#${id}`;
    case 'answer':
      return hrefIn(frame, 'interview/answers');
    case 'question':
      return `${hrefIn(frame, 'interview')}#${id}`;
    case 'research':
      return `${hrefIn(frame, 'requirements/research')}#${id}`;
    case 'iteration':
      return hrefIn(frame, `builds/${id}`);
    case 'contest':
      return hrefIn(frame, `event/contests/${id}`);
    case 'material':
      return `${hrefIn(frame, 'builds/materials')}#${id}`;
    case 'feature':
      return `${hrefIn(frame, 'builds/features')}#${id}`;
    case 'rubric':
      return hrefIn(frame, `grades/${id}`);
    case 'run':
      return hrefIn(frame, `bench/runs/${id}`);
    case 'hazard':
      return `${hrefIn(frame, 'safety')}#${id}`;
    case 'machine':
      return withQuery(hrefIn(frame, 'schedule/bookings'), { machine: id });
    case 'concept':
      return hrefIn(frame, `concepts/${id}`);
    case 'part':
      return hrefIn(frame, 'builds/parts');
    case 'gate':
      return hrefIn(frame, `schedule/gates/${id}`);
    case 'review':
      return hrefIn(frame, `reviews/${id}`);
    case 'review_finding':
      return `${withQuery(hrefIn(frame, 'reviews/findings'), { all: 1 })}#${id}`;
    case 'event':
      return `${hrefIn(frame, 'event')}#${id}`;
    default:
      return hrefIn(frame, 'bench');
  }
}
