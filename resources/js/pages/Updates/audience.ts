import { onBeforeUnmount, ref, type Ref } from 'vue';
import { ask } from '@/lib/ask';
import type { AudienceLine } from '@/lib/shapes';

export const channelWords: Record<string, string> = {
  mail: 'by mail',
  text: 'by text message',
  chat: 'in a chat',
  webhook: 'by webhook',
};

/** While something is on its way it is asked again so soon. */
const SOON = 2000;

/** Who is told of an incident, and how it goes; asked again as long as something is on its way. */
export function useAudience(incident: number): {
  audience: Ref<AudienceLine | null>;
  trouble: Ref<string>;
  look: () => Promise<void>;
} {
  const audience = ref<AudienceLine | null>(null);
  const trouble = ref('');
  let timer: ReturnType<typeof setTimeout> | undefined;
  let gone = false;
  const look = async (): Promise<void> => {
    clearTimeout(timer);
    const { value, error } = await ask<AudienceLine>(`/incidents/${incident}/audience`);
    if (value) audience.value = value;
    trouble.value = error?.message ?? '';
    const isUnderWay = audience.value?.updates.some((one) => !one.isWhole || one.waits > 0) ?? false;
    if (isUnderWay && !gone) timer = setTimeout(() => void look(), SOON);
  };
  onBeforeUnmount(() => {
    gone = true;
    clearTimeout(timer);
  });
  return { audience, trouble, look };
}
