// Answers are sent compressed to whoever takes them so (RFC 9110, 12.5.3): a design of many parts is mostly the same words.
import compression from 'compression';

/** Whether an answer gains by it: its type as one text, since what makes it may keep a header as a list. */
function gains(request, response) {
  const type = response.getHeader('content-type');
  return compression.filter(request, { getHeader: () => (type === undefined ? type : String(type)) });
}

const compress = compression({ filter: gains });

/** Lets everything that is written to a response go out compressed where its reader takes that and it gains by it. */
export function sendCompressed(request, response) {
  compress(request, response, () => {});
}
