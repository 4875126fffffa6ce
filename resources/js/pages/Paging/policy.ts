export interface Step {
  targets: string[];
  wait_seconds: number;
}
/** What a call by it would do. */
export interface Course {
  pages: { at: number; name: string; way: string; round: number; step: number }[];
  ends: number | null;
  nobody: string[];
  doubtful: string[];
}
export interface Policy {
  id: number | null;
  name: string;
  rounds: number;
  steps: Step[];
  service_id: string | null;
  urgencies: string[];
  hours: { days: string[]; from: string; to: string } | null;
  patience_seconds: number;
  answer_seconds: number;
  /** Of one that is kept. */
  version: number | null;
}
