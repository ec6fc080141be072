/** The time zone of this machine: a shop's clocks go by it until a manager sets another. */
export const HOME_ZONE = new Intl.DateTimeFormat().resolvedOptions().timeZone;
