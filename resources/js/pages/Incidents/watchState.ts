import { usePage } from '@inertiajs/vue3';
import { computed, ref, type ComputedRef, type Ref } from 'vue';
import { useShared } from '@/lib/shared';
import type { AlertGroup, Beginning, IncidentLine, ReportLine } from '@/lib/types';

/** What is being declared, and attached: the sheets of the watch. */
const declaring = ref<Beginning | null>(null);
const attaching = ref<AlertGroup | null>(null);
/** Reports that are chosen to be one incident. */
const chosen = ref<number[]>([]);

/** The watch as its lists see it. */
export function useWatch(): {
  declaring: Ref<Beginning | null>;
  attaching: Ref<AlertGroup | null>;
  chosen: Ref<number[]>;
  open: ComputedRef<IncidentLine[]>;
  reports: ComputedRef<ReportLine[]>;
  coordinates: ComputedRef<boolean>;
} {
  const page = usePage();
  const shared = useShared();
  const props = computed(() => page.props as unknown as { incidents?: IncidentLine[]; reports?: ReportLine[] });
  return {
    declaring,
    attaching,
    chosen,
    open: computed(() => (props.value.incidents ?? []).filter((incident) => !incident.resolved_at)),
    reports: computed(() => props.value.reports ?? []),
    coordinates: computed(() => shared.value.me?.coordinates ?? false),
  };
}

/** Closes what was open: another visit begins anew. */
export function resetWatch(): void {
  declaring.value = null;
  attaching.value = null;
  chosen.value = [];
}
