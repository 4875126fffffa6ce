import type { AlertLine, Service } from '@/lib/types';

export type Way = 'yes' | 'no' | 'later' | 'hand';
/** What somebody who is paged is told. */
export interface Facts {
  occasion: {
    ref: string;
    title: string;
    priority: number;
    service: string;
    urgency: string;
    path: string;
    ended_at: string | null;
  };
  impact: string | null;
  stage: string | null;
  begunAt: string;
  decides: string | null;
  services: Service[];
  sites: string[];
  alerts: AlertLine[];
  mended: { title: string; withdrawn: boolean }[];
  alertCount: number;
  others: { name: string; answer: 'yes' | 'no' | 'later' | 'hand' | null; at: string; me: boolean }[];
  lastUpdate: string | null;
  /** The number at which everybody talks, where a phone bridge is open. */
  bridge: string | null;
}
