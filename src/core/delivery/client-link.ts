/** What of a design a client is shown: a sheet, or the proofs of one. */
export interface LinkSubject {
  /** Its address: `sheet:ID` or `proofs:ID`. */
  readonly of: string;
  readonly title: string;
}

/** The design as it stood when it was shown. */
export interface LinkVersion {
  readonly number: number;
  /** What the designer says of it. */
  readonly note: string;
  /** ISO 8601. */
  readonly at: string;
  readonly subjects: readonly LinkSubject[];
}

/** A word of the client’s at a place of a picture, and what was answered. */
export interface LinkComment {
  readonly id: string;
  readonly version: number;
  readonly of: string;
  /** Shares of the picture’s width and height; null for a word on all of it. */
  readonly x: number | null;
  readonly y: number | null;
  readonly name: string;
  readonly text: string;
  readonly at: string;
  /** The designer’s answer; empty where there is none. */
  readonly answer: string;
  readonly answeredAt: string | null;
  /** Whether the designer has seen to it. */
  readonly done: boolean;
}

/** What the client decided on: one subject of a version, or none of what is shown. */
export interface LinkDecision {
  readonly id: string;
  readonly kind: 'chosen' | 'declined';
  readonly version: number;
  /** Address of what was chosen; empty where nothing was. */
  readonly of: string;
  readonly name: string;
  readonly text: string;
  readonly at: string;
}

/** What a client sees behind a link. */
export interface SharedView {
  readonly title: string;
  readonly note: string;
  readonly design: string;
  /** The latest first. */
  readonly versions: readonly LinkVersion[];
  /** The oldest first. */
  readonly comments: readonly LinkComment[];
  /** What was decided last. */
  readonly decision: LinkDecision | null;
}

/** Something that a client said, as it was kept. */
export type ClientSaid = { readonly comment: LinkComment } | { readonly decision: LinkDecision };

/** Returns what is seen behind a link once a client has said something more. */
export const withSaid = (view: SharedView, said: ClientSaid): SharedView =>
  'comment' in said
    ? { ...view, comments: [...view.comments, said.comment] }
    : { ...view, decision: said.decision };

/** A link as its designer sees it. */
export interface ClientLink extends Omit<SharedView, 'design'> {
  readonly id: string;
  /** What makes its address, which nobody can guess. */
  readonly token: string;
  readonly createdAt: string;
  readonly expiresAt: string | null;
  readonly revoked: boolean;
  readonly hasPassword: boolean;
  /** All that was decided, the latest first. */
  readonly decisions: readonly LinkDecision[];
}

/** What a new link is to be. */
export interface LinkWish {
  readonly title: string;
  readonly note: string;
  /** Addresses of what it shows. */
  readonly subjects: readonly string[];
  /** ISO 8601, or null for no end. */
  readonly expiresAt: string | null;
  /** Null for none. */
  readonly password: string | null;
}

/** What may become of a link; what is left out stays. */
export type LinkChange = Partial<LinkWish> & { readonly revoked?: boolean };

/** What becomes of a comment; what is left out stays. */
export type CommentChange = Partial<Pick<LinkComment, 'answer' | 'done'>>;

/** A word of the client’s on its way. */
export type SaidComment = Pick<LinkComment, 'version' | 'of' | 'x' | 'y' | 'name' | 'text'>;

/** A decision of the client’s on its way. */
export type SaidDecision = Omit<LinkDecision, 'at' | 'id'>;

/** What an address is called where it is shown, in the latest version that shows it; an empty text where none does. */
export const shownTitle = (versions: readonly LinkVersion[], of: string): string =>
  versions.flatMap((v) => v.subjects).find((s) => s.of === of)?.title ?? '';

/** Whether what an address shows is in true pixels, and so in one size for all. */
export const inTruePixels = (of: string): boolean => of.startsWith('proofs:');

/** Whether a link leads anywhere at a moment, milliseconds since 1970. */
export const leadsOn = (
  { expiresAt, revoked }: Pick<ClientLink, 'expiresAt' | 'revoked'>,
  now: number,
): boolean => !revoked && (expiresAt === null || Date.parse(expiresAt) > now);

/** Widths that pictures behind a link are drawn in, pixels. */
export const linkWidths = [480, 1200, 2400] as const;

/** Longest texts, in characters, and how many there may be. */
export const linkLimits = {
  title: 120,
  note: 1000,
  name: 60,
  text: 2000,
  password: 200,
  subjects: 24,
  versions: 100,
  comments: 2000,
  links: 50,
} as const;
