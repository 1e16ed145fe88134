/** A device told in two or three words from its browser's own description ("Android phone", "Windows computer"). */
export function deviceName(userAgent: string): string {
  const systems: [RegExp, string][] = [
    [/iPad/, 'iPad'],
    [/iPhone/, 'iPhone'],
    [/Android.*Mobile/, 'Android phone'],
    [/Android/, 'Android tablet'],
    [/CrOS/, 'Chromebook'],
    [/Windows/, 'Windows computer'],
    [/Mac OS X|Macintosh/, 'Mac'],
    [/Linux/, 'Linux computer'],
  ];
  return systems.find(([pattern]) => pattern.test(userAgent))?.[1] ?? 'device';
}
