import type { RuleSettings } from '@/lib/types';

export interface RuleVersion {
  id: number;
  note: string | null;
  at: number;
  author: string;
  restored_from: number | null;
  settings: RuleSettings;
}
