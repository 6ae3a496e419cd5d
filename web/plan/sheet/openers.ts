/** The panels that a sheet can open; one object for the life of the builder. */
export interface Openers {
  /** The alternatives to a station's move. */
  swap: (stationId: string) => void;
  /** The list of findings. */
  explain: () => void;
  /** The moves that are guessed or unknown, at one of them. */
  tell: (name: string) => void;
}
