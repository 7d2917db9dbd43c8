import type {
  ChangePage,
  ClientLink,
  CommentChange,
  Delivery,
  DeliveryEntry,
  DesignEntry,
  ExportSet,
  LinkChange,
  LinkWish,
  OwnFont,
  PastState,
  SentChange,
  Sheet,
  StoredChange,
  Taken,
} from '@/core';
import { imageSize, keptPictureWidth, levelCount } from '@/core';
import type { LeftOut } from '@/core/importing';

export interface Purpose extends Partial<Sheet> {
  readonly id: string;
  readonly name: string;
}

/** An answer of the server other than success; `status` 0 means that it was not reached. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** Asks the server. @throws ApiError where it answers with anything but success, or is not reached. */
export async function call<T>(path: string, method = 'GET', body?: unknown): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      headers: body === undefined ? {} : { 'content-type': 'application/json' },
      body: body === undefined ? undefined : JSON.stringify(body),
    });
  } catch {
    throw new ApiError(0, 'The server cannot be reached.');
  }
  if (response.status === 204) return undefined as T;
  return answered<T>(response.status, await response.json().catch(() => null));
}

/** Sends a file as it is. */
async function send<T>(path: string, file: Blob, signal?: AbortSignal): Promise<T> {
  const headers = { 'content-type': 'application/octet-stream' };
  const response = await fetch(`/api/${path}`, { method: 'POST', headers, body: file, signal }).catch(
    () => null,
  );
  return answered<T>(response?.status ?? 0, await response?.json().catch(() => null));
}

/** The data of an answer. @throws ApiError where it was no success. */
export function answered<T>(status: number, data: unknown): T {
  const said = data as (T & { message?: string }) | null;
  if (status === 0) throw new ApiError(0, 'The server cannot be reached.');
  if (status >= 300 || said === null)
    throw new ApiError(status, said?.message ?? 'The server gave no usable answer.');
  return said;
}

export const api = {
  list: () =>
    call<{
      designs: DesignEntry[];
      deleted: DesignEntry[];
      purposes: Purpose[];
      /** Days that what was deleted can be brought back. */
      keptFor: { deletedDesigns: number; unusedFonts: number };
    }>('designs'),
  create: (body: { purpose: string; name: string } | { document: unknown }) =>
    call<DesignEntry>('designs', 'POST', body),
  duplicate: (id: string) => call<DesignEntry>(`designs/${id}/duplicate`, 'POST'),
  remove: (id: string) => call<void>(`designs/${id}`, 'DELETE'),
  restore: (id: string) => call<void>(`designs/${id}/restore`, 'POST'),
  /** Changes of a design after one of them, oldest first: the server tells so many at a time. */
  changes: async (id: string, since: number): Promise<StoredChange[]> => {
    const all: StoredChange[] = [];
    for (let from = since; ; ) {
      const { changes, more } = await call<ChangePage>(`designs/${id}/changes?since=${from}`);
      for (const c of changes) all.push(c);
      const last = changes.at(-1);
      if (!more || !last) return all;
      from = last.seq;
    }
  },
  /** Earlier states of a design, the latest first. */
  past: (id: string) => call<{ states: PastState[] }>(`designs/${id}/past`),
  /** The designer’s own fonts, and for how many days one is kept that no design uses. */
  fonts: () => call<{ fonts: OwnFont[]; keptFor: number }>('fonts'),
  /** Sends a font file; it is checked before it is kept. */
  addFont: (file: Blob) => send<OwnFont>('fonts', file),
  /** Sends the file of a picture, likewise. */
  addImage: (file: Blob, signal?: AbortSignal) => send<{ id: string }>('images', file, signal),
  /** The pages of a PDF as SVG, those beyond what is read at once left out; with `most`, only so many of them. */
  pdfPages: (file: Blob, signal: AbortSignal, most?: number) =>
    send<{ pages: number; svg: string[]; notes: readonly LeftOut[] }>(
      `pdf-pages${most ? `?most=${most}` : ''}`,
      file,
      signal,
    ),
  /** Whether a picture is there to be placed: its smallest block says so. */
  hasImage: async (id: string): Promise<boolean> => {
    const size = imageSize(id);
    if (!size) return false;
    const response = await fetch(`/api/images/${id}/${levelCount(size) - 1}/0/0`).catch(() => null);
    return response?.status !== 404;
  },
  /** Why the small picture of a design cannot be drawn; with `unreadable`, because it cannot be read. */
  pictureFault: async (entry: DesignEntry): Promise<{ message: string; unreadable: boolean }> => {
    const response = await fetch(thumbnailOf(entry)).catch(() => null);
    const said = (await response?.json().catch(() => null)) as {
      message?: string;
      details?: object[];
    } | null;
    return {
      message: said?.message ?? 'The server cannot be reached.',
      unreadable: response?.status === 422 && Boolean(said?.details?.length),
    };
  },
  /** Has the server make files of a design as it is stored. */
  deliver: (id: string, files: ExportSet) =>
    call<{ id: string }>(`designs/${id}/deliveries`, 'POST', { set: files }),
  /** What was delivered of a design, the latest first. */
  deliveries: (id: string) => call<{ deliveries: DeliveryEntry[] }>(`designs/${id}/deliveries`),
  delivery: (id: string) => call<Delivery>(`deliveries/${id}`),
  stopDelivery: (id: string) => call<void>(`deliveries/${id}`, 'DELETE'),
  retryDelivery: (id: string) => call<void>(`deliveries/${id}/retry`, 'POST'),
  /** Addresses of a finished file, and of all of them as one. */
  deliveredFile: (id: string, number: number) => `/api/deliveries/${id}/files/${number}`,
  deliveredZip: (id: string) => `/api/deliveries/${id}/zip`,
  /** Links by which clients see a design, with what was said there. */
  links: (id: string) => call<{ links: ClientLink[] }>(`designs/${id}/links`),
  makeLink: (id: string, wish: LinkWish) => call<ClientLink>(`designs/${id}/links`, 'POST', wish),
  changeLink: (id: string, change: LinkChange) => call<ClientLink>(`links/${id}`, 'PATCH', change),
  removeLink: (id: string) => call<undefined>(`links/${id}`, 'DELETE'),
  /** Shows a design as it is stored now behind a link. */
  showVersion: (id: string, note: string) => call<ClientLink>(`links/${id}/versions`, 'POST', { note }),
  seeToComment: (id: string, comment: string, what: CommentChange) =>
    call<ClientLink>(`links/${id}/comments/${comment}`, 'PATCH', what),
  removeComment: (id: string, comment: string) =>
    call<ClientLink>(`links/${id}/comments/${comment}`, 'DELETE'),
  removeDecision: (id: string, decision: string) =>
    call<ClientLink>(`links/${id}/decisions/${decision}`, 'DELETE'),
  append: (id: string, change: SentChange) => call<Taken>(`designs/${id}/changes`, 'POST', change),
};

/** Address of a stored design as a file. */
export const fileOf = (id: string): string => `/api/designs/${id}/file`;

/** Returns the address of the kept picture of a stored design; a new one whenever the design changes. */
export const thumbnailOf = (entry: DesignEntry): string =>
  `/api/designs/${entry.id}/picture?width=${keptPictureWidth}&seq=${entry.seq}`;

/** Returns the address of the picture of a design that was drawn last, of its state after the change `seq`. */
export const lastPictureOf = (id: string, seq: number): string =>
  `/api/designs/${id}/picture?last=true&seq=${seq}`;
