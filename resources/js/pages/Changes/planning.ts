import { useDebounceFn } from '@vueuse/core';
import { computed, reactive, ref, watch, type ComputedRef, type Ref } from 'vue';
import type { PickedItem } from '@/components/ItemPicker.vue';
import { ask } from '@/lib/ask';
import type { LookedAt, PlanOfChange } from '@/lib/shapes';
import { instantOf, localOf, millis, ownZone, presently } from '@/lib/time';

export interface PlannedStep {
  text: string;
  minutes: number | null;
  check: string;
  back: string;
  no_return: boolean;
}

export interface PlanForm {
  title: string;
  kind: string;
  from: string;
  to: string;
  down: PickedItem[];
  touched: PickedItem[];
  reason: string;
  backOut: string;
  backMinutes: number | null;
  implementer: string;
  team: string;
  steps: PlannedStep[];
}

const local = (at: string | number): string => (at === '' ? '' : localOf(millis(at), ownZone));
const iso = (text: string): string => (text === '' ? '' : new Date(instantOf(text, ownZone)).toISOString());

const DAY = 86_400_000;
const BAND_DAYS = 7;
const midnight = (at: number): number => new Date(at).setHours(0, 0, 0, 0);

/** A form for a plan; what it would touch and what speaks against it is looked at with every edit. */
export function usePlan(
  begin: PlanOfChange | null,
  like: PlanOfChange | null,
  items: PickedItem[],
  incident: { ref: string; title: string; team: string | null } | null = null,
  marked: { from: number; to: number; team: string | null } | null = null,
): {
  form: PlanForm;
  looked: Ref<LookedAt | null>;
  trouble: Ref<string>;
  sent: ComputedRef<Record<string, unknown>>;
  pick: (from: number, to: number) => void;
  /** Days by which the band was moved on. */
  moved: Ref<number>;
  span: ComputedRef<{ from: number; to: number } | null>;
  minutes: ComputedRef<number>;
} {
  const of = begin ?? like;
  const form = reactive<PlanForm>({
    title: of?.title ?? '',
    // What mends an incident cannot wait.
    kind: of?.kind ?? (incident ? 'emergency' : 'normal'),
    // The same once more is at another time.
    from: local(begin?.from ?? marked?.from ?? ''),
    to: local(begin?.to ?? marked?.to ?? ''),
    down: of?.down ?? items,
    touched: of?.touched ?? [],
    reason: of?.reason ?? (incident ? `It mends ${incident.ref} ${incident.title}.` : ''),
    backOut: of?.backOut ?? '',
    backMinutes: of?.backMinutes ?? null,
    implementer: of?.implementer ?? '',
    team: of?.team ?? incident?.team ?? marked?.team ?? '',
    steps: (of?.steps ?? []).map((step) => ({
      text: step.text,
      minutes: step.minutes,
      check: step.check,
      back: step.back,
      no_return: step.noReturn,
    })),
  });
  const looked = ref<LookedAt | null>(null);
  const trouble = ref('');
  const ids = (list: PickedItem[]): string[] => list.map((one) => one.id);
  const minutes = computed(() => form.steps.reduce((sum, step) => sum + (step.minutes || 0), 0) || 60);
  const span = computed(() => {
    const [from, to] = [iso(form.from), iso(form.to)].map((one) => (one === '' ? NaN : Date.parse(one)));
    return from !== undefined && to !== undefined && to > from ? { from, to } : null;
  });
  const moved = ref(0);
  // It stays where it is while a time on it is chosen, and goes along where the time is elsewhere.
  const bandFrom = ref(midnight(span.value?.from ?? presently()));
  watch(moved, (now, was) => (bandFrom.value = midnight(bandFrom.value + (now - was) * DAY + DAY / 2)));
  watch(span, (now) => {
    if (now && (now.from < bandFrom.value || now.to > bandFrom.value + BAND_DAYS * DAY))
      bandFrom.value = midnight(now.from);
  });
  const question = computed(() => ({
    kind: form.kind,
    from: iso(form.from) || null,
    to: iso(form.to) || null,
    down: ids(form.down),
    touched: ids(form.touched),
    implementer: form.implementer || null,
    team: form.team || null,
    minutes: minutes.value,
    band: new Date(bandFrom.value).toISOString(),
    but: begin?.id ?? null,
    back_out: form.backOut,
    back_minutes: form.backMinutes || null,
    steps: form.steps.map((step) => ({ text: step.text, back: step.back, no_return: step.no_return })),
  }));
  const look = async (): Promise<void> => {
    const asked = JSON.stringify(question.value);
    const { value, error } = await ask<LookedAt>('/changes/look', question.value);
    // What came for an older plan is of no use any more.
    if (asked !== JSON.stringify(question.value)) return;
    if (value) looked.value = value;
    trouble.value = error?.message ?? '';
  };
  const soon = useDebounceFn(look, 250);
  watch(
    () => JSON.stringify(question.value),
    () => void soon(),
    { immediate: true },
  );
  const sent = computed(() => ({
    title: form.title,
    kind: form.kind,
    from: iso(form.from),
    to: iso(form.to),
    down: ids(form.down),
    touched: ids(form.touched),
    reason: form.reason,
    back_out: form.backOut,
    back_minutes: form.backMinutes || null,
    implementer: form.implementer || null,
    team: form.team || null,
    steps: form.steps.map((step) => ({ ...step, minutes: step.minutes || null })),
    version: begin?.version ?? null,
    template: of?.template ?? null,
  }));
  const pick = (from: number, to: number): void => {
    form.from = local(from);
    form.to = local(to);
  };

  return { form, looked, trouble, sent, pick, moved, span, minutes };
}
