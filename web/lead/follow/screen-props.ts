/** The parameters of a following screen's address. */
export interface ScreenProps {
  /** The code of the run; '' where it is still to be typed. */
  code: string;
  /** Which station or squad, where it says so. */
  part: string | undefined;
}
