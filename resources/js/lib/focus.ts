/** Puts the focus on what a sheet asks first, where something is: once it stands there. */
export const focusFirst = (): void => {
  requestAnimationFrame(() => document.querySelector<HTMLElement>('[role="dialog"] [data-first]')?.focus());
};
