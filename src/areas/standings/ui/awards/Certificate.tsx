import { day } from '@/core/format';
import { tagColour } from '@/ui/colours';

/** One certificate, a page of its own on paper: a drawing sheet with the award in its title block. */
export function Certificate({
  project,
  award,
  because,
  trophy,
  team,
  colour,
  members,
}: {
  project: { title: string; clientName: string; eventDate: string };
  award: string;
  because: string;
  trophy: string;
  team: string;
  colour: number;
  members: readonly string[];
}) {
  return (
    <article
      className="frame max-w-3xl mb-6 px-8 py-7 break-after-page print:min-h-[88vh] print:flex print:flex-col"
      aria-label={`${award}: ${team}`}
    >
      <p className="font-cond tracking-widest uppercase text-sm faint">{project.title}</p>
      <h2 className="!normal-case !tracking-normal !text-[34px] !leading-[40px] mt-6">{award}</h2>
      <p
        className="text-[44px] leading-[52px] font-cond font-semibold mt-5 pl-4 border-l-[12px]"
        style={{ borderColor: tagColour(colour) }}
      >
        {team}
      </p>
      <p className="text-lg mt-2">{members.join(', ')}</p>
      <p className="mt-5 text-lg">{because}</p>
      {trophy && <p className="mt-3 italic">{trophy}</p>}
      <div className="flex-1" />
      <dl className="mt-8 border border-ink grid grid-cols-[2fr_1fr_2fr] text-sm">
        {[
          ['for', project.clientName],
          ['day', day(project.eventDate)],
          ['signed', ''],
        ].map(([name, value]) => (
          <div key={name} className="px-2.5 pt-0.5 pb-2 border-r border-rule last:border-r-0 min-h-12">
            <dt className="font-cond text-[10px] tracking-wider uppercase text-faint">{name}</dt>
            <dd>{value}</dd>
          </div>
        ))}
      </dl>
    </article>
  );
}
