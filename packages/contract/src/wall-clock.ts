import * as Instant from 'temporal-polyfill/fns/Instant';
import * as PlainDateTime from 'temporal-polyfill/fns/PlainDateTime';
import * as ZonedDateTime from 'temporal-polyfill/fns/ZonedDateTime';

/** Whether clocks can go by a zone of this name (IANA), "Europe/Lisbon". */
export function isZone(name: string): boolean {
  try {
    ZonedDateTime.toPlainDateTime(Instant.toZonedDateTimeISO(Instant.fromEpochMilliseconds(0), name));
    return true;
  } catch {
    return false;
  }
}

const HAS_ZONE = /(?:Z|[+-]\d{2}(?::?\d{2})?)$/;

/**
 * A moment as the clocks of a zone say it, "2026-04-16T08:05", to the full minute before it.
 * @param moment an instant as text or in milliseconds since 1970; a time read off a clock, without a zone, comes back as it is
 * @throws RangeError for a text that is no time, or a zone nobody knows
 */
export function wallClockIn(zone: string, moment: string | number | Date): string {
  if (typeof moment === 'string' && !HAS_ZONE.test(moment)) return moment.slice(0, 16);
  const instant =
    typeof moment === 'string' ? Instant.fromString(moment) : Instant.fromEpochMilliseconds(Number(moment));
  const local = ZonedDateTime.toPlainDateTime(Instant.toZonedDateTimeISO(instant, zone));
  return PlainDateTime.toString(local, { smallestUnit: 'minute', roundingMode: 'trunc' });
}
