import { plural } from '@/lib/states';
import type { AlertGroup, Beginning } from '@/lib/types';

/** A group of alerts as what an incident is declared from. */
export function beginningOf(group: AlertGroup): Beginning {
  return {
    key: String(group.id),
    words: `From ${plural(group.count, 'alert')}: ${group.title}`,
    alerts: group.alertIds,
    reports: [],
  };
}
