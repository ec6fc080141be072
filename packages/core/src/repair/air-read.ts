/** Where a job stands while it is worked on. */
export type WorkPlace = 'shed' | 'outdoors' | 'tent';

/** What somebody read off, at a place and time; what was not read is null. */
export interface AirRead {
  id: string;
  tempC: number | null;
  humidityPercent: number | null;
  /** Of the part that is laid on. */
  surfaceTempC: number | null;
  place: WorkPlace;
  /** What it was read with; nothing where nobody said. */
  instrument: string;
  by: string;
  /** By the shed's clock. */
  at: string;
}

/** Air the work is planned at where it was not read: put down by a person, or taken from a forecast. */
export interface ExpectedAir {
  source: 'typed' | 'forecast';
  tempC: number;
  humidityPercent: number | null;
  surfaceTempC: number | null;
  by: string;
  /** None where it was put down before that was kept. */
  at: string | null;
}
