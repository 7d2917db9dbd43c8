import type { IncomingMessage, ServerResponse } from 'node:http';

/** Lets everything that is written to a response go out compressed where its reader takes that and it gains by it. */
export function sendCompressed(request: IncomingMessage, response: ServerResponse): void;
