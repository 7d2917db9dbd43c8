const form = new Intl.DateTimeFormat('en-GB', {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** A time in ISO 8601 as people read it. */
export const when = (iso: string): string => form.format(new Date(iso));
