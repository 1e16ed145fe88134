import { traverse, type Traverse, type TraverseInput } from '@/core/builds';
import { memoize } from '@/core/shared/memoize';
import { column, measured, plural, unitName } from '@/core/format';
import { limitsOf, type DesignFigure } from '@/areas/compliance/read/designs';
import type { Surveyed } from '@/areas/compliance/read/designs/surveyed';
import { Walk } from './Walk';

const WIDTH = 940;
const HEIGHT = 330;
const FACE = 'Barlow Condensed, sans-serif';

/** A team's lineage as a survey plan, true to scale in one figure; the arrow keys walk its legs. */
export function TraverseFigure({
  of,
  figure,
  title,
  href,
}: {
  of: readonly Surveyed[];
  figure: DesignFigure;
  title: string;
  href: (id: string) => string;
}) {
  const drawn = traverse({
    stations: stationsOf(of, figure, true),
    limits: limitsOf(figure),
    width: WIDTH,
    height: HEIGHT,
    words: true,
  });
  const write = column(drawn.ticks.map(({ value }) => value));
  const byId = new Map(of.map((one) => [one.iteration.id, one] as const));
  const floor = HEIGHT - 26;
  return (
    <Walk
      name={`${title} ${figure.name}`}
      order={of.map(({ iteration, name }) => ({
        id: iteration.id,
        name,
        parents: iteration.parents.map(({ id }) => id),
      }))}
      rows={rowsOf(of, figure)}
    >
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className="w-full min-w-[640px] h-auto"
        role="group"
        aria-label={`${title}: ${figure.name}`}
      >
        <defs>
          <pattern id="earth" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <line x1="0" y1="0" x2="0" y2="6" stroke="var(--rule)" strokeWidth="1.4" />
          </pattern>
        </defs>
        {drawn.ticks.map(({ value, y }) => (
          <g key={value}>
            <line x1="54" x2={WIDTH - 18} y1={y} y2={y} stroke="var(--hair)" />
            <text
              x="48"
              y={y + 4}
              fontFamily="JetBrains Mono, monospace"
              fontSize="11"
              textAnchor="end"
              fill="var(--faint)"
              xmlSpace="preserve"
            >
              {write(value)}
            </text>
          </g>
        ))}
        {drawn.limits.map(({ label, y, text }) => (
          <g key={label}>
            <rect x="54" y={y} width={WIDTH - 72} height="7" fill="url(#earth)" />
            <line x1="54" x2={WIDTH - 18} y1={y} y2={y} stroke="var(--ink)" strokeWidth="1.5" />
            {text && (
              <text x={text.x} y={text.y} fontFamily={FACE} fontSize="13" textAnchor={text.anchor} fill="var(--ink)">
                {label}
              </text>
            )}
          </g>
        ))}
        {drawn.columns.map(({ at, x }) => (
          <text key={at} x={x} y={HEIGHT - 6} fontFamily={FACE} fontSize="12" textAnchor="middle" fill="var(--faint)">
            meeting {at}
          </text>
        ))}
        {drawn.legs.map(({ from, to, line: [x1, y1, x2, y2], text, open }) => {
          const broken = byId.get(to)!.iteration.state === 'broken';
          return (
            <g key={`${from} ${to}`}>
              <line
                x1={x1}
                y1={y1}
                x2={x2}
                y2={y2}
                stroke="var(--steel)"
                strokeWidth={broken || open ? 1.2 : 2}
                strokeDasharray={open ? '2 4' : broken ? '6 4' : undefined}
              />
              {text && (
                <text
                  transform={`translate(${text.x} ${text.y}) rotate(${text.angle})`}
                  fontFamily="Barlow, sans-serif"
                  fontSize="12.5"
                  textAnchor="middle"
                  fill="var(--ink)"
                >
                  {text.words}
                </text>
              )}
            </g>
          );
        })}
        {drawn.stations.map(({ id, x, y, whisker, measured: known, label }) => {
          const { iteration, name } = byId.get(id)!;
          return (
            <a
              key={id}
              href={href(id)}
              data-station={id}
              aria-label={saidOf(byId.get(id)!, figure)}
              className="station"
            >
              {whisker && (
                <path
                  d={`M${x} ${whisker[0]}V${whisker[1]}M${x - 4} ${whisker[0]}h8M${x - 4} ${whisker[1]}h8`}
                  stroke="var(--steel)"
                  fill="none"
                />
              )}
              <path
                d={`M${x} ${y - 9}L${x + 9} ${y + 7}L${x - 9} ${y + 7}Z`}
                fill="var(--sheet)"
                stroke="var(--steel)"
                strokeWidth="2"
                strokeDasharray={known ? undefined : '3 3'}
              />
              {known && <circle cx={x} cy={y + 1} r="1.8" fill="var(--steel)" />}
              {iteration.state === 'broken' && (
                <line x1={x - 12} y1={y + 9} x2={x + 12} y2={y - 9} stroke="var(--brick)" strokeWidth="2.5" />
              )}
              {label && (
                <text
                  x={label.x}
                  y={label.y}
                  fontFamily={FACE}
                  fontWeight="600"
                  fontSize="15"
                  textAnchor={label.anchor}
                  fill="var(--ink)"
                >
                  {name}
                </text>
              )}
              <title>{saidOf(byId.get(id)!, figure)}</title>
            </a>
          );
        })}
        {drawn.stations.some(({ measured: known }) => !known) && (
          <text x="54" y={floor - 4} fontFamily={FACE} fontSize="12" fill="var(--faint)">
            not measured
          </text>
        )}
      </svg>
    </Walk>
  );
}

const SMALL = [220, 74] as const;
/** Small drawings by what they span, once for the same stations and figure. */
const smallOnes = memoize((_of: readonly Surveyed[], _figure: DesignFigure) => new Map<string, Traverse>());

function drawSmall(of: readonly Surveyed[], figure: DesignFigure, span: TraverseInput['span']): Traverse {
  const known = smallOnes(of, figure);
  const key = JSON.stringify(span ?? null);
  if (!known.has(key)) {
    const [width, height] = SMALL;
    const stations = stationsOf(of, figure, false);
    known.set(key, traverse({ stations, limits: figure.limits, width, height, words: false, span }));
  }
  return known.get(key)!;
}

/** The same lineage in another figure, small and without words but for the last value. */
export function SmallTraverse({
  of,
  figure,
  span,
  title,
}: {
  of: readonly Surveyed[];
  figure: DesignFigure;
  span?: { from: number; to: number; least: number; most: number };
  title?: string;
}) {
  const [width, height] = SMALL;
  const drawn = drawSmall(of, figure, span);
  const last = of.findLast(({ iteration }) => figure.of.has(iteration.id));
  const told = last && figure.of.get(last.iteration.id)!;
  return (
    <figure className="border border-hair px-2 py-1">
      <figcaption className="flex items-baseline gap-2 text-sm">
        <span className="font-cond font-medium">{title ?? figure.name}</span>
        {told && <span className="num ml-auto">{measured(told.value, told.uncertainty, figure.unit)}</span>}
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="w-full h-auto"
        role="img"
        aria-label={`${title ?? figure.name}: ${plural(of.length, 'iteration')}${told ? `, the last ${measured(told.value, told.uncertainty, figure.unit)}` : ''}`}
      >
        {drawn.limits.map(({ label, value, y }) => (
          <line key={`${label} ${value}`} x1="0" x2={width} y1={r(y)} y2={r(y)} stroke="var(--ink)" strokeWidth="1" />
        ))}
        <path
          d={drawn.legs
            .flatMap(({ line: [x1, y1, x2, y2], open }) => (open ? [] : [`M${r(x1)} ${r(y1)}L${r(x2)} ${r(y2)}`]))
            .join('')}
          stroke="var(--steel)"
          strokeWidth="1.6"
          fill="none"
        />
        <path
          d={drawn.stations
            .map(({ x, whisker }) => (whisker ? `M${r(x)} ${r(whisker[0])}V${r(whisker[1])}` : ''))
            .join('')}
          stroke="var(--steel)"
          fill="none"
        />
        <path
          d={drawn.stations
            .flatMap(({ x, y, measured: known }) => (known ? [`M${r(x)} ${r(y - 3.5)}l3.5 6h-7z`] : []))
            .join('')}
          fill="var(--sheet)"
          stroke="var(--steel)"
          strokeWidth="1.4"
        />
      </svg>
    </figure>
  );
}

function stationsOf(of: readonly Surveyed[], figure: DesignFigure, words: boolean) {
  const here = new Set(of.map(({ iteration }) => iteration.id));
  return of.map(({ iteration, meeting, name }) => {
    const known = figure.of.get(iteration.id);
    return {
      id: iteration.id,
      parents: iteration.parents.map(({ id }) => id).filter((id) => here.has(id)),
      at: meeting,
      value: known?.value ?? null,
      uncertainty: known?.uncertainty ?? 0,
      label: words ? name : '',
      change: words ? iteration.change : '',
    };
  });
}

/** A station in words. */
function saidOf({ iteration, name }: Surveyed, figure: DesignFigure): string {
  const known = figure.of.get(iteration.id);
  const value = known ? measured(known.value, known.uncertainty, figure.unit) : 'not measured';
  return `${name}, ${iteration.change}: ${value}${iteration.state === 'broken' ? ', broken' : ''}`;
}

function rowsOf(of: readonly Surveyed[], figure: DesignFigure): string[][] {
  const head = [
    'iteration',
    'from',
    'meeting',
    'built',
    'state',
    'main change',
    `${figure.name}, ${unitName(figure.unit)}`,
    'uncertainty (k = 2)',
  ];
  return [
    head,
    ...of.map(({ iteration, meeting, name }) => {
      const known = figure.of.get(iteration.id);
      const from = iteration.parents.map(
        ({ id, number: n }) => of.find((one) => one.iteration.id === id)?.name ?? String(n),
      );
      const { builtOn, state, change } = iteration;
      return [
        name,
        from.join(' '),
        String(meeting),
        builtOn,
        state,
        change,
        ...(known ? [String(known.value), String(known.uncertainty)] : ['', '']),
      ];
    }),
  ];
}

/** To a tenth: finer than any screen, and much shorter. */
const r = (length: number) => Math.round(length * 10) / 10;
