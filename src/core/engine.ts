/** What this build of the core is known by; empty where it was not built, as under test: then nothing of it is kept. */
export const engineStamp: string = process.env.NEXT_PUBLIC_ENGINE ?? '';
