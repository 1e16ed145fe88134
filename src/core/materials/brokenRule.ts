/**
 * What the brief bans and one of these names is: a banned thing all of whose words are among the name's, in any order, capitals
 * and a plural s set aside. '' when none is.
 * @example brokenRule(['Small motor'], ['motors', 'springs']) // 'motors'
 */
export function brokenRule(names: readonly string[], banned: readonly string[]): string {
  const words = (text: string) =>
    text
      .toLowerCase()
      .match(/[\p{L}\p{N}]+/gu)
      ?.map((word) => word.replace(/(?<=..)s$/, '')) ?? [];
  const own = names.map((name) => new Set(words(name)));
  return (
    banned.find((thing) => {
      const asked = words(thing);
      return asked.length > 0 && own.some((name) => asked.every((word) => name.has(word)));
    }) ?? ''
  );
}
