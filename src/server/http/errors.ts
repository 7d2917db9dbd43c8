/** An answer other than success, with words for the person who asked. */
export class HttpError extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly details?: readonly { where: string; message: string }[],
  ) {
    super(message);
  }
}

export class NotFound extends HttpError {
  constructor(message: string) {
    super(404, message);
  }
}

export class Conflict extends HttpError {
  constructor(message: string) {
    super(409, message);
  }
}

export class BadRequest extends HttpError {
  constructor(message: string, details?: readonly { where: string; message: string }[]) {
    super(400, message, details);
  }
}

/** For now it cannot be done; the same again may well be. */
export class Busy extends HttpError {
  constructor(message: string) {
    super(503, message);
  }
}
