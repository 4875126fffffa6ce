import type { Place } from '@/lib/places';

export const places: Place[] = [{ name: 'Roles', link: '/roles', own: 2 }];
