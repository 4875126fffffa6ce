import { usePage } from '@inertiajs/vue3';
import { computed, type ComputedRef } from 'vue';
import { useShared } from '@/lib/shared';
import type { RoomIncident, RoomProps } from '@/pages/Incidents/room';

/** The room of an incident as its parts see it, with the props that a part has of its own. */
export function useRoom<Own = RoomProps>(): {
  room: ComputedRef<Own>;
  incident: ComputedRef<RoomIncident>;
  isOpen: ComputedRef<boolean>;
  coordinates: ComputedRef<boolean>;
} {
  const page = usePage();
  const shared = useShared();
  const incident = computed(() => (page.props as unknown as RoomProps).incident);
  return {
    room: computed(() => page.props as unknown as Own),
    incident,
    isOpen: computed(() => incident.value.resolved_at === null),
    coordinates: computed(() => shared.value.me?.coordinates ?? false),
  };
}
