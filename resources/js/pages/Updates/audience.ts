import { onBeforeUnmount, ref, type Ref } from 'vue';
import { ask } from '@/lib/ask';
import type { AudienceLine, ToldLine } from '@/lib/shapes';
import { plural } from '@/lib/states';

export const channelWords: Record<string, string> = {
  mail: 'by mail',
  text: 'by text message',
  chat: 'in a chat',
  webhook: 'by webhook',
};

/** How many are told, by how they are reached, and who besides because they answer for it. */
export function audienceWords(told: { channels: Record<string, number>; owners: string[] }): string {
  const channels = Object.entries(told.channels);
  const followers = channels.reduce((sum, [, count]) => sum + count, 0);
  if (followers === 0 && told.owners.length === 0) return 'Nobody follows it: it stands on the status page alone.';
  const how = channels.map(([channel, count]) => `${count} ${channelWords[channel] ?? channel}`).join(', ');
  const owners = told.owners.length
    ? `${told.owners.join(', ')}, who ${told.owners.length === 1 ? 'answers' : 'answer'} for it`
    : '';
  return `${[followers ? `${plural(followers, 'follower')} (${how})` : '', owners].filter(Boolean).join('; ')}: told at once, and as it goes on.`;
}

/** While something is on its way it is asked again so soon. */
const SOON = 2000;

/** Who is told of the next update of an incident. */
export function useAudience(incident: number): {
  audience: Ref<AudienceLine | null>;
  trouble: Ref<string>;
  look: () => Promise<void>;
} {
  const audience = ref<AudienceLine | null>(null);
  const trouble = ref('');
  const look = async (): Promise<void> => {
    const { value, error } = await ask<AudienceLine>(`/incidents/${incident}/audience`);
    if (value) audience.value = value;
    trouble.value = error?.message ?? '';
  };
  return { audience, trouble, look };
}

/** How it goes with what followers were told; asked again as long as something is on its way. */
export function useTold(incident: number): { told: Ref<ToldLine[]>; look: () => Promise<void> } {
  const told = ref<ToldLine[]>([]);
  let timer: ReturnType<typeof setTimeout> | undefined;
  let gone = false;
  const look = async (): Promise<void> => {
    clearTimeout(timer);
    const { value } = await ask<{ updates: ToldLine[] }>(`/incidents/${incident}/audience?told=1`);
    if (value) told.value = value.updates;
    if (!gone && told.value.some((one) => !one.isWhole || one.waits > 0)) timer = setTimeout(() => void look(), SOON);
  };
  onBeforeUnmount(() => {
    gone = true;
    clearTimeout(timer);
  });
  return { told, look };
}
