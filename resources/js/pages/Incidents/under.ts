import type { CandidateLine, ChildLine, ParentLine } from '@/lib/shapes';
import type { MajorProps } from '@/pages/Incidents/majors';
import type { RoomProps } from '@/pages/Incidents/room';

/** What the room is given about what is part of a major incident. */
export interface UnderProps extends RoomProps, MajorProps {
  /** The first of them, or all where the address asks for that. */
  children: ChildLine[];
  childCount: number;
  candidates: CandidateLine[];
  parent: ParentLine | null;
}
