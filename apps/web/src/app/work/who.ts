/** Who is at it, as this device was told last: stands in the log beside what is done here. */
const WHO_KEY = 'saddle-who';

export function whoNow(): string | undefined {
  try {
    return localStorage.getItem(WHO_KEY) ?? undefined;
  } catch {
    return undefined;
  }
}
export function keepWho(name: string): void {
  try {
    localStorage.setItem(WHO_KEY, name);
  } catch {
    // private windows keep nothing: then it is asked again
  }
}
