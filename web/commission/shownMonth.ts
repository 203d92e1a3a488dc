/** The month that is shown, with its name. */
export interface ShownMonth {
  id: string;
  name: string;
  /** False where a longer period is chosen, of which it is the last month. */
  isChosen: boolean;
}
