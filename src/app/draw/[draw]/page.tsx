import { notFound } from 'next/navigation';
import { DrawSheet } from '@/areas/course/ui/draws/DrawSheet';
import { findPublicDraw, seedOf } from '@/areas/course';
import { Repeat } from '@/areas/course/ui/draws/Repeat';
import { isId } from '@/server/access';
import { inZone } from '@/server/clock';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function PublicDrawPage({ params }: { params: Promise<{ draw: string }> }) {
  const { draw: id } = await params;
  const draw = isId(id) ? await findPublicDraw(pool(), id) : null;
  if (!draw) notFound();
  const seed = seedOf(draw);
  return (
    <Plain title={draw.title} about={draw.project} wide>
      <DrawSheet draw={draw} local={(instant) => inZone(instant, draw.timeZone)} />
      {seed && (
        <section className="mt-6">
          <h2 className="mb-1">Repeat the draw</h2>
          <p className="faint mb-2 max-w-3xl">
            You don’t have to believe this page: the order follows from the list and the seed alone. Fisher and Yates’
            shuffle from the last place down, driven by the generator mulberry32, which starts from the 32-bit FNV-1a
            hash of the seed. Change a name or a digit and see what would have come out.
          </p>
          <Repeat names={draw.names} seed={seed} />
        </section>
      )}
    </Plain>
  );
}
