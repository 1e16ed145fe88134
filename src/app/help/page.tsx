import { Course } from '@/shell/help/Course';
import { GLOSSARY, HOW } from '@/shell/help/parts';
import { Plain } from '@/ui/sheet/Plain';
import { PURPOSES, type SheetName } from '@/ui/sheet/purposes';

const SHEETS = Object.entries(PURPOSES) as [SheetName, (typeof PURPOSES)[SheetName]][];

/** The way of a course, what each sheet is for, and what the words mean. It needs no account and no connection. */
export default function HelpPage() {
  return (
    <Plain wide title="Help" about="The way of a course, what each sheet is for, and what the words mean.">
      <nav aria-label="Parts of Help" className="flex flex-wrap gap-x-4 gap-y-1 mb-5 no-print">
        <a href="#course">The way of a course</a>
        {SHEETS.map(([sheet, [name]]) => (
          <a key={sheet} href={`#${sheet || 'today'}`}>
            {name}
          </a>
        ))}
        <a href="#words">Words</a>
      </nav>
      <section id="course" className="mb-8">
        <h2 className="mb-3">The way of a course</h2>
        <Course />
      </section>
      <section className="mb-8">
        <h2 className="mb-1">The sheets</h2>
        {SHEETS.map(([sheet, [name, says]]) => (
          <section key={sheet} id={sheet || 'today'} className="py-2 border-b border-hair max-w-3xl scroll-mt-2">
            <h3>
              {name} <span className="font-normal faint">· {says}</span>
            </h3>
            {HOW[sheet].map((text) => (
              <p key={text} className="mt-1">
                {text}
              </p>
            ))}
          </section>
        ))}
      </section>
      <section id="words">
        <h2 className="mb-1">Words</h2>
        <dl className="grid sm:grid-cols-[220px_1fr] gap-x-4 max-w-3xl">
          {GLOSSARY.map(([word, means]) => (
            <div key={word} className="contents">
              <dt className="font-semibold pt-1.5 sm:border-t border-hair">{word}</dt>
              <dd className="pt-1.5 pb-1.5 sm:border-t border-hair">{means}</dd>
            </div>
          ))}
        </dl>
      </section>
    </Plain>
  );
}
