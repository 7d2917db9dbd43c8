const key = 'compass-recent-colours';
const mostRecent = 16;

/** Colours used lately in this browser, the latest first. */
export function recentColours(): string[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(list)
      ? list.filter((c): c is string => typeof c === 'string').slice(0, mostRecent)
      : [];
  } catch {
    // A browser that keeps nothing, or what it kept is no list: there are none.
    return [];
  }
}

/** Notes a colour as the latest one used. */
export function noteColour(hex: string): void {
  try {
    localStorage.setItem(
      key,
      JSON.stringify([hex, ...recentColours().filter((c) => c !== hex)].slice(0, mostRecent)),
    );
  } catch {
    // Without storage the list ends with the visit.
  }
}
