/** Who works here, by teams. */
export interface TeamLine {
  id: string;
  name: string;
  /** How many people are in it. */
  people: number;
  version: number;
}
