import type { HealthyLine, HypothesisLine, OptionLine } from '@/lib/shapes';
import type { RoomProps } from '@/pages/Incidents/room';

/** What the room is given about what may be the cause, and what can be done. */
export interface FindingProps extends RoomProps {
  hypotheses: HypothesisLine[];
  healthy?: HealthyLine[];
  options: OptionLine[];
  leftAt: string | null;
}
