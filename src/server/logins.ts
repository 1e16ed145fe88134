/** The sign-in name made of a student's name: first name, a point, first letter of the last name; numbered when taken. */
export function loginFor(name: string, taken: Set<string>): string {
  const plain = name
    .normalize('NFD')
    .replace(/[^\p{L}\s]/gu, '')
    .toLowerCase()
    .trim();
  const [first = 'student', ...rest] = plain.split(/\s+/).filter(Boolean);
  const base = rest.length ? `${first}.${rest.at(-1)![0]}` : first;
  for (let i = 1; ; i++) {
    const login = i === 1 ? base : `${base}${i}`;
    if (taken.has(login)) continue;
    taken.add(login);
    return login;
  }
}
