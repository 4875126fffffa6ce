/** Who works here: teams, and what is known of a person. */
export interface TeamLine {
  id: string;
  name: string;
  /** How many people are in it. */
  people: number;
  version: number;
}

export interface Particulars {
  name: string;
  title: string | null;
  email: string;
  team: string | null;
  roles: string[];
  time_zone: string;
  version: number;
}
