/**
 * The address that a request came from, as the server that took it in wrote it there: what callers write in its place was taken out.
 * Empty where it is not known.
 */
export const addressOf = (request: Request): string => request.headers.get('x-forwarded-for') ?? '';
