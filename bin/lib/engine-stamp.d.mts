/** Returns what the core and the libraries that it is built with are known by. */
export function engineStamp(): string;
