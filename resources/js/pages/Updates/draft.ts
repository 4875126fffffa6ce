import type { ServiceState } from '@/lib/shapes';

export interface UpdateDraft {
  number: number;
  stage: string;
  text: string;
  /** That nothing is new; null before the first update. */
  unchanged: string | null;
  meanwhile: string;
  /** As far as it may be told. */
  cause: string;
  /** What staff do. */
  counter: string;
  services: ServiceState[];
  next_minutes: number;
  /** What or who asks for one so often. */
  next_by: string;
}
