import { Link } from '@/ui/Link';
import { storyWords, type SectionStory } from '@/areas/plan/read/story';

/** How each section stands, in the words that every page has; one that is short leads to what can be done about it. */
export function PlanStory({ stories, remedies }: { stories: SectionStory[]; remedies: string | null }) {
  if (stories.length === 0) return null;
  return (
    <section aria-label="How the plan stands" className="mb-3 no-print">
      {stories.map((story) => (
        <p key={story.id} className={story.leaves < 0 || story.behind.length > 0 ? '' : 'faint'}>
          {stories.length > 1 && <b>Section {story.section}. </b>}
          <span className={story.leaves < 0 ? 'text-brick font-semibold' : ''}>{storyWords(story)}</span>
          {story.leaves < 0 && remedies && (
            <>
              {' '}
              <Link href={remedies}>What can be done</Link>
            </>
          )}
        </p>
      ))}
    </section>
  );
}
