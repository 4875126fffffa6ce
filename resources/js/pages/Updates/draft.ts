import type { State } from '@/lib/types';

export interface UpdateDraft {
  number: number;
  stage: string;
  text: string;
  meanwhile: string;
  services: { name: string; state: State }[];
  next_minutes: number;
}
