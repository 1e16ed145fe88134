import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, ADD } from '@/ui/kit/icons';
import { BuildRuleForm } from '@/areas/builds/ui/BuildRuleForm';
import { buildRuleForm, STILL } from '@/areas/builds';
import { PropertyPanel } from '@/areas/builds/ui/properties/PropertyPanel';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { Pick } from '@/ui/sheet/Pick';
import { withQuery, plural } from '@/core/format';
import { hrefIn, type Place } from '@/areas/course';
import { Link } from '@/ui/Link';
import { SmallTraverse } from '@/areas/compliance/ui/designs/TraverseFigure';
import { tagColour } from '@/ui/colours';
import type { readClassPage } from '@/areas/compliance/read/pages/class';

type Props = Awaited<ReturnType<typeof readClassPage>> & { frame: Place };

/** The content of the page “Class”. */
export function ClassView({ rule, asks, figures, figure, leads, properties, rows, span, frame }: Props) {
  const { seat } = frame;

  return (
    <>
      {(asks || leads) && (
        <p className="mb-3 flex flex-wrap items-baseline gap-x-4">
          {asks && <span>The course asks for {asks}.</span>}
          {leads && (
            <SidePanel
              id="rules"
              label={rule.id ? 'Change rules' : 'Set rules for iterations'}
              icon={rule.id ? CHANGE : ADD}
              title="Rules for iterations"
              className="btn-text no-print"
            >
              <BuildRuleForm
                projectId={seat.project.id}
                id={rule.id}
                version={rule.version}
                values={buildRuleForm(rule)}
              />
            </SidePanel>
          )}
          {leads && (
            <SidePanel
              id="properties"
              label="Measured properties"
              icon={CHANGE}
              title="Measured properties"
              className="btn-text no-print"
            >
              <PropertyPanel projectId={seat.project.id} properties={properties} />
            </SidePanel>
          )}
        </p>
      )}
      {!figure ? (
        <Nothing>Once something is measured on iterations, the designs of all teams stand here side by side.</Nothing>
      ) : (
        <>
          <Pick
            label="Figure"
            of={figures.map(({ id, name }) => ({
              key: id,
              name,
              href: withQuery(hrefIn(frame, 'builds/class'), { figure: id }),
              shown: id === figure.id,
            }))}
          />
          <div className="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-3 mb-5">
            {rows.map(({ team: one, of }) => (
              <Link key={one.id} href={hrefIn(frame, 'builds', { team: one.id })} className="!no-underline !text-ink">
                <SmallTraverse of={of} figure={figure} span={span} title={one.name} />
              </Link>
            ))}
          </div>
          <table className="stacked">
            <thead>
              <tr>
                <th>Team</th>
                <th className="right">Iterations</th>
                <th>By meeting</th>
                {asks && <th>Still missing</th>}
                <th>Last measurable change</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ team: one, own, of, still, lacks, open }) => (
                <tr key={one.id}>
                  <td>
                    <TeamTag name={one.name} colour={tagColour(one.colour)} />
                  </td>
                  <td data-label="iterations" className="beside num right">
                    {open ? own.length : own.length > 0 ? `${own.length} released` : '–'}
                  </td>
                  <td data-label="by meeting" className="beside num">
                    {of.map(({ meeting }) => meeting).join(', ') || '–'}
                  </td>
                  {asks && (
                    <td data-label="missing" className={lacks.length ? 'text-ochre' : 'faint'}>
                      {lacks.join('; ') || (open ? 'nothing' : '–')}
                    </td>
                  )}
                  <td data-label="last change">
                    {still ? (
                      <>
                        <Link href={hrefIn(frame, `builds/${still.last.id}`)} className="underline">
                          iteration {still.last.number}
                        </Link>
                        <span className={still.meetings >= STILL ? 'text-ochre' : 'faint'}>
                          , {still.meetings === 0 ? 'in this meeting' : `${plural(still.meetings, 'meeting')} ago`}
                        </span>
                      </>
                    ) : (
                      <span className="faint">{open ? 'no iteration yet' : 'not released'}</span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </>
  );
}
