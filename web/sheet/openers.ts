/** What a sheet opens beside itself; one object for the life of the builder. */
export interface Openers {
  /** The alternatives to a station's move. */
  swap: (stationId: string) => void;
  /** The list of findings. */
  explain: () => void;
}
