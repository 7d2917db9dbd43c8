/** Answers of this kind are made smaller on their way: a large design is a tenth of its size then. */
const kind = 'application/json';

/** Whether a list of encodings has gzip, and not with a weight of 0. */
const takesGzip = (accepted: string): boolean =>
  accepted
    .toLowerCase()
    .split(',')
    .map((one) => one.split(';').map((word) => word.trim()))
    .some(([name, weight]) => name === 'gzip' && !/^q=0(\.0*)?$/.test(weight ?? ''));

/** Returns an answer compressed (gzip, RFC 1952) where whoever asks takes that (RFC 9110, 12.5.3) and it gains by it. */
export function compressed(request: Request, answer: Response): Response {
  const taken = takesGzip(request.headers.get('accept-encoding') ?? '');
  const { body, headers, status, statusText } = answer;
  if (!taken || !body || headers.has('content-encoding') || !headers.get('content-type')?.startsWith(kind))
    return answer;
  const own = new Headers(headers);
  own.set('content-encoding', 'gzip');
  own.append('vary', 'accept-encoding');
  own.delete('content-length');
  return new Response(body.pipeThrough(new CompressionStream('gzip')), { status, statusText, headers: own });
}
