import { tagColour, TAGS } from './colours';

type Triple = [number, number, number];
const linear = (hex: string) =>
  [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as Triple;

/** What eyes make of linear sRGB: Machado, Oliveira and Fernandes 2009, severity 1. */
const EYES: Record<string, Triple[]> = {
  usual: [
    [1, 0, 0],
    [0, 1, 0],
    [0, 0, 1],
  ],
  'without green receptors': [
    [0.367322, 0.860646, -0.227968],
    [0.280085, 0.672501, 0.047413],
    [-0.01182, 0.04294, 0.968881],
  ],
  'without red receptors': [
    [0.152286, 1.052583, -0.204868],
    [0.114503, 0.786281, 0.099216],
    [-0.003882, -0.048116, 1.051998],
  ],
};
const seen = (hex: string, eye: Triple[]) => {
  const given = linear(hex);
  return eye.map((row) =>
    Math.min(
      1,
      Math.max(
        0,
        row.reduce((sum, weight, i) => sum + weight * given[i]!, 0),
      ),
    ),
  ) as Triple;
};
/** CIELAB, D65. */
function lab([r, g, b]: Triple): Triple {
  const f = (t: number) => (t > 0.008856 ? Math.cbrt(t) : 7.787 * t + 16 / 116);
  const x = f((0.4124564 * r + 0.3575761 * g + 0.1804375 * b) / 0.95047);
  const y = f(0.2126729 * r + 0.7151522 * g + 0.072175 * b);
  const z = f((0.0193339 * r + 0.119192 * g + 0.9503041 * b) / 1.08883);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}
const luminance = (hex: string) => linear(hex).reduce((sum, value, i) => sum + value * [0.2126, 0.7152, 0.0722][i]!, 0);
const contrast = (a: string, b: string) => {
  const [low, high] = [luminance(a), luminance(b)].sort((x, y) => x - y);
  return (high! + 0.05) / (low! + 0.05);
};

test.each(Object.entries(EYES))('any two tags differ clearly to an eye that is %s', (_name, eye) => {
  const colours = TAGS.map(([hex, name]) => ({ name, lab: lab(seen(hex, eye)) }));
  const close = colours.flatMap((a, i) =>
    colours
      .slice(i + 1)
      .filter((b) => Math.hypot(...a.lab.map((value, k) => value - b.lab[k]!)) < 20)
      .map((b) => `${a.name} and ${b.name}`),
  );
  expect(close).toEqual([]);
});

test('a tag stands out on paper and on slate, and a number beyond the last begins anew', () => {
  for (const [hex] of TAGS) {
    expect(contrast(hex, '#fffdf8')).toBeGreaterThanOrEqual(2);
    expect(contrast(hex, '#1d2226')).toBeGreaterThanOrEqual(1.6);
  }
  expect(new Set(TAGS.map(([, name]) => name)).size).toBe(TAGS.length);
  expect(tagColour(TAGS.length + 1)).toBe(TAGS[1][0]);
});
