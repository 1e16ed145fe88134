import { ActButton } from '@/ui/forms/ActButton';
import { removePicture } from './actions';
import type { Picture } from '@/areas/course';

/** The pictures of one thing; each opens in full size. */
export function Pictures({
  projectId,
  pictures,
  writes,
  of,
}: {
  projectId: string;
  pictures: Picture[];
  writes: boolean;
  of: string;
}) {
  if (pictures.length === 0) return null;
  return (
    <section className="mt-5" aria-label="Pictures">
      <h2 className="mb-1">Pictures</h2>
      <ul className="flex flex-wrap gap-3">
        {pictures.map(({ id, width, height, version }, i) => (
          <li key={id}>
            <a href={`/projects/${projectId}/pictures/${id}`} className="block border border-rule">
              {/* eslint-disable-next-line @next/next/no-img-element -- private pictures, sized once when they came in */}
              <img
                src={`/projects/${projectId}/pictures/${id}?small`}
                alt={`Picture ${i + 1} of ${of}`}
                width={Math.round((180 * width) / Math.max(width, height))}
                height={Math.round((180 * height) / Math.max(width, height))}
                loading="lazy"
              />
            </a>
            {writes && (
              <ActButton
                act={removePicture}
                input={{ projectId, id, version }}
                done="Removed. It can be restored from the history."
                confirm="Remove this picture?"
                className="btn-text text-sm no-print"
              >
                remove picture
              </ActButton>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
