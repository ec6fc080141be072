/** The time zone the shed's clocks go by. */
export const SHED_ZONE = new Intl.DateTimeFormat().resolvedOptions().timeZone;

const LOCAL = new Intl.DateTimeFormat('sv-SE', { dateStyle: 'short', timeStyle: 'short', timeZone: SHED_ZONE });

/** A moment by the shed's clocks, "2026-04-16 08:00"; a time read off one, without a zone, as it is. */
export const localTime = (iso: string): string =>
  /(?:Z|[+-]\d{2}:?\d{2})$/.test(iso) ? LOCAL.format(new Date(iso)) : iso.slice(0, 16).replace('T', ' ');

/** An instant as the shed's wall clock says it, "2026-04-16T08:00". */
export const wallClock = (instant: Date | string): string => LOCAL.format(new Date(instant)).replace(' ', 'T');
