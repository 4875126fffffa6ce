const KILO = 1024;

/** How large a file is, as people say it: from bytes to `12 kB` or `3.4 MB`. */
export const sizeOf = (bytes: number): string => {
  if (bytes < KILO * KILO) return `${Math.max(1, Math.round(bytes / KILO))} kB`;

  return `${(bytes / KILO / KILO).toFixed(1)} MB`;
};
/** What the server said of files, whichever of them it was about. */
export const wrongFiles = (errors: Record<string, string>): string =>
  Object.entries(errors).find(([field]) => field === 'files' || field.startsWith('files.'))?.[1] ?? '';
