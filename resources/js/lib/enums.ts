// Written by `php artisan skarvo:types` from the enums of the core: change those.

/** In order. */
export const ITEM_STATES = ['up', 'at_risk', 'degraded', 'down'] as const;

/** In order. */
export const LEVELS = ['info', 'warning', 'error', 'critical'] as const;

/** In order. */
export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
