const BROWSERS: [RegExp, string][] = [
  [/Edg\//, 'Edge'],
  [/OPR\//, 'Opera'],
  [/Firefox\//, 'Firefox'],
  [/Chrom(e|ium)\//, 'Chrome'],
  [/Safari\//, 'Safari'],
];
const SYSTEMS: [RegExp, string][] = [
  [/Android/, 'Android'],
  [/iPhone|iPad/, 'iOS'],
  [/Windows/, 'Windows'],
  [/Mac OS X/, 'macOS'],
  [/Linux/, 'Linux'],
];

/** What a browser says of itself, in a few words; browsers name each other, so the order counts. */
export function browserName(agent: string | null | undefined): string {
  const of = (list: [RegExp, string][]) => list.find(([pattern]) => pattern.test(agent ?? ''))?.[1];
  const browser = of(BROWSERS);
  const system = of(SYSTEMS);
  if (!browser) return agent ? 'Another program' : 'Unknown';
  return system ? `${browser} on ${system}` : browser;
}
