/** A temperature at an hour from the start. */
export interface HourlyTemp {
  hour: number;
  tempC: number;
}
