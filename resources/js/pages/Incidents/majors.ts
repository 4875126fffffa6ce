import type { Colleague, CoordinationLine, MajorLine, RoleLine } from '@/lib/shapes';

/** What the room is given about major incidents and about who does what. */
export interface MajorProps {
  major: MajorLine;
  roles: RoleLine[];
  handover: CoordinationLine | null;
  /** Only once somebody asks whom a role can be given to. */
  colleagues?: Colleague[];
}
