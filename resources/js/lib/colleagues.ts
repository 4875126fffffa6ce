import type { ComputedRef } from 'vue';
import { useAskedFor } from '@/lib/askedFor';
import type { Colleague } from '@/lib/shapes';

/** Everybody who works here, asked for when somebody is to be chosen; undefined until then. */
export const useColleagues = (): ComputedRef<Colleague[] | undefined> => useAskedFor<Colleague[]>('colleagues');
