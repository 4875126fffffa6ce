import type { State } from '@/lib/types';

export interface UpdateDraft {
  number: number;
  stage: string;
  text: string;
  /** That nothing is new; null before the first update. */
  unchanged: string | null;
  meanwhile: string;
  services: { name: string; state: State }[];
  next_minutes: number;
}
