import type { ReactNode } from 'react';
import type { BriefContent } from '@/areas/brief/read/brief';
import { day } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { teamSize, TEXTS } from '@/areas/brief/shared/parts';

/** Whether a brief says anything yet. */
export function saysSomething(content: BriefContent): boolean {
  return TEXTS.some(([key]) => content[key] !== '') || content.kit.length > 0;
}

/** The brief as it is read, and printed on two sides: what is wanted in front, rules and hazards on the back. */
export function BriefView({
  content,
  hazards = [],
}: {
  content: BriefContent;
  /** What names materials of the kit. */
  hazards?: readonly { name: string; materials: readonly unknown[] }[];
}) {
  if (!saysSomething(content))
    return (
      <Nothing>
        The brief says what is needed, what must be handed over, the rules and the hazards. It is not written yet.
      </Nothing>
    );
  const { kit, banned, energy, teamFrom, teamTo, fixedDates, checklist, limits } = content;
  const size = teamSize(teamFrom, teamTo);
  return (
    <div className="brief flex flex-col gap-4 max-w-3xl">
      <div className="flex flex-col gap-4">
        <Rich name="Challenge" html={content.challenge} />
        <Rich name="Setting" html={content.setting} />
        <Rich name="Deliverables: the product" html={content.product} />
        <Rich name="Deliverables: the account of why it is as it is" html={content.account} />
        {fixedDates.length > 0 && (
          <Part name="Dates that can’t move">
            <ul>
              {fixedDates.map(({ date, what }) => (
                <li key={date + what}>
                  <b className="num">{day(date, true)}</b> {what}
                </li>
              ))}
            </ul>
          </Part>
        )}
        <WarmUp html={content.warmUp} checklist={checklist} />
      </div>
      <div className="flex flex-col gap-4 back-side">
        <Rich name="Rules" html={content.rules} />
        {(size || energy || limits.length > 0) && (
          <Part name="Limits">
            <table className="!w-auto">
              <tbody>
                {limits.map(({ code, statement, limit }) => (
                  <tr key={code}>
                    <td className="num faint">{code}</td>
                    <td>{statement}</td>
                    <td className="num right whitespace-nowrap">{limit}</td>
                  </tr>
                ))}
                {size && <Fact name="Team size" value={size} />}
                {energy && <Fact name="Energy allowed" value={energy} />}
              </tbody>
            </table>
          </Part>
        )}
        {kit.length > 0 && (
          <Part name="Kit: what may be used">
            <table className="!w-auto">
              <tbody>
                {kit.map(({ item, quantity, note }) => (
                  <tr key={item}>
                    <td>{item}</td>
                    <td className="num right whitespace-nowrap">{quantity}</td>
                    <td className="faint">
                      {note}
                      {hazards
                        .filter((one) => one.materials.includes(item))
                        .map((one) => (
                          <span key={one.name} className="text-ochre">
                            {note && '; '}mind: {one.name}
                          </span>
                        ))}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </Part>
        )}
        {banned.length > 0 && (
          <Part name="Not allowed">
            <p>{banned.join(', ')}</p>
          </Part>
        )}
        <Rich name="Hazards" html={content.hazards}>
          <p className="text-sm faint mt-1">
            Local codes, the school’s rules and licensed practice come before anything written here.
          </p>
        </Rich>
      </div>
    </div>
  );
}

function Part({ name, children }: { name: string; children: ReactNode }) {
  return (
    <section className="break-inside-avoid">
      <h2>{name}</h2>
      {children}
    </section>
  );
}

function Fact({ name, value }: { name: string; value: string }) {
  return (
    <tr>
      <td />
      <td>{name}</td>
      <td className="right">{value}</td>
    </tr>
  );
}

/** Text of the editor; the server has cleaned it before it was stored. */
function Rich({ name, html, children }: { name: string; html: string; children?: ReactNode }) {
  if (!html) return null;
  return (
    <Part name={name}>
      <div className="rich" dangerouslySetInnerHTML={{ __html: html }} />
      {children}
    </Part>
  );
}

function WarmUp({ html, checklist }: { html: string; checklist: string[] }) {
  if (!html && checklist.length === 0) return null;
  return (
    <Part name="Warm-up task">
      <div className="rich" dangerouslySetInnerHTML={{ __html: html }} />
      <ul className="mt-1">
        {checklist.map((one) => (
          <li key={one}>
            <span aria-hidden>☐</span> {one}
          </li>
        ))}
      </ul>
    </Part>
  );
}
