import type { Place } from '@/lib/places';

export const places: Place[] = [{ name: 'Watch', link: '/', order: 1 }];
