const DAY_MIN = 24 * 60;

const minutes = (text: string): number => {
  const [, hours, min] = /(\d\d):(\d\d)/.exec(text)!;
  return 60 * Number(hours) + Number(min);
};

/** Whether one time on the clock, as "23:50 gel", comes before another less than half a day away; midnight may lie between. */
export const isSooner = (one: string, other: string): boolean => {
  const ahead = (minutes(other) - minutes(one) + DAY_MIN) % DAY_MIN;
  return ahead > 0 && ahead < DAY_MIN / 2;
};
