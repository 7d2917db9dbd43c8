/** Returns the addresses of a list with commas between them; none of an empty one. */
export function proxiesIn(list: string): Set<string>;

/** Returns the address that a request came from: of the connection, or as far back as proxies say that are trusted. */
export function callerOf(
  socketAddress: string | undefined,
  forwarded: string | string[] | undefined,
  trusted?: ReadonlySet<string>,
): string;

/** Returns why a request is not let in, as a status and words; null where it is. */
export function refusalOf(method: string, url: string): { status: number; message: string } | null;
