import { ActButton } from '@/ui/forms/ActButton';
import { number } from '@/core/format';
import { removeInterface } from '@/areas/builds/write/parts';
import { SideForm } from './forms';
import { metOf, type Interface, type PartRecord } from '@/areas/builds/read/parts';

interface Props {
  projectId: string;
  interfaces: Interface[];
  parts: PartRecord[];
  nameOf: (id: string | null) => string;
  me: string;
  leads: boolean;
}

/** Interfaces between parts: what each side says, and whether both agree. */
export function InterfaceTable({ projectId, interfaces, parts, nameOf, me, leads }: Props) {
  const part = (id: string) => parts.find((one) => one.id === id)!;
  return (
    <table className="stacked">
      <thead>
        <tr>
          <th className="min-w-40">Interface</th>
          <th>One side</th>
          <th>Other side</th>
          <th className="min-w-44">Do both agree</th>
        </tr>
      </thead>
      <tbody>
        {interfaces.map((pair) => {
          const met = metOf(pair);
          return (
            <tr key={pair.id}>
              <td className="font-medium">
                {pair.name}
                {leads && (
                  <span className="block no-print">
                    <ActButton
                      act={removeInterface}
                      input={{ projectId, id: pair.id }}
                      done="Removed."
                      confirm="Remove this interface?"
                      className="btn-text text-sm"
                    >
                      remove
                    </ActButton>
                  </span>
                )}
              </td>
              {(['one', 'other'] as const).map((side) => {
                const own = part(side === 'one' ? pair.oneId : pair.otherId);
                const said =
                  side === 'one'
                    ? { value: pair.oneValue, unit: pair.oneUnit, tolerance: pair.oneTolerance }
                    : { value: pair.otherValue, unit: pair.otherUnit, tolerance: pair.otherTolerance };
                return (
                  <td key={side}>
                    <span className="block">
                      <span className="num">{own.code}</span> {own.name}, {nameOf(own.ownerId)}
                    </span>
                    <span className="num font-medium">
                      {said.value === null
                        ? 'nothing said yet'
                        : `${number(said.value)} ± ${number(said.tolerance)} ${said.unit}`}
                    </span>
                    {(leads || own.ownerId === me) && (
                      <details className="no-print" open={said.value === null && own.ownerId === me}>
                        <summary className="cursor-pointer text-sm">enter</summary>
                        <SideForm
                          projectId={projectId}
                          id={pair.id}
                          version={pair.version}
                          side={side}
                          label={own.code}
                          values={{
                            value: said.value === null ? '' : String(said.value),
                            unit: said.unit ?? 'mm',
                            tolerance: said.tolerance === null ? '' : String(said.tolerance),
                          }}
                        />
                      </details>
                    )}
                  </td>
                );
              })}
              <td>
                {met === null ? (
                  <span className="faint">a side is missing</span>
                ) : met.agree ? (
                  <span className="text-moss font-medium">they agree</span>
                ) : (
                  <span className="text-brick font-medium">
                    they differ by <span className="num">{number(Math.abs(met.difference))}</span> {met.unit}; both
                    accept <span className="num">{number(met.allowed)}</span> {met.unit}
                  </span>
                )}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
