/** Stands in for the framework's request: its cookies and headers, and the two ways a page ends early. */
const jar = new Map<string, string>();

export async function cookies() {
  return {
    get: (name: string) => (jar.has(name) ? { name, value: jar.get(name)! } : undefined),
    set: (name: string, value: string) => void jar.set(name, value),
    delete: (name: string) => void jar.delete(name),
  };
}

export async function headers() {
  return new Headers({ 'x-forwarded-for': '127.0.0.1' });
}

export function redirect(to: string): never {
  throw new Error(`redirected to ${to}`);
}

export function notFound(): never {
  throw new Error('not found');
}

/** Whoever asks from now on holds these cookies and no others. */
export function holding(cookiesHeld: Record<string, string>): void {
  jar.clear();
  for (const [name, value] of Object.entries(cookiesHeld)) jar.set(name, value);
}

/** A cookie that whoever asks holds by now. */
export function held(name: string): string | undefined {
  return jar.get(name);
}
