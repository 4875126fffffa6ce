/** Asks the server for an answer in JSON, outside the visit of a page. */
export interface Answer<T> {
  value: T | null;
  /** Where and what is wrong, if it was refused. */
  error: { at: string; message: string } | null;
}

const cookie = (name: string): string =>
  decodeURIComponent(new RegExp(`(?:^|; )${name}=([^;]*)`).exec(document.cookie)?.[1] ?? '');

export async function ask<T>(
  url: string,
  data?: Record<string, unknown>,
  headers: Record<string, string> = {},
): Promise<Answer<T>> {
  try {
    const answer = await fetch(url, {
      method: data ? 'POST' : 'GET',
      headers: {
        Accept: 'application/json',
        // What an action beside it has left in the session is for its own answer.
        'X-Live': '1',
        'Content-Type': 'application/json',
        'X-XSRF-TOKEN': cookie('XSRF-TOKEN'),
        ...headers,
      },
      ...(data ? { body: JSON.stringify(data) } : {}),
    });
    const body = (await answer.json()) as T & { error?: { at: string; message: string }; message?: string };
    if (answer.ok) return { value: body, error: null };
    return {
      value: null,
      error: body.error ?? { at: '', message: body.message ?? 'The server could not do this. Try again.' },
    };
  } catch {
    return {
      value: null,
      error: { at: '', message: 'No connection. What you typed is still here; try again when it is back.' },
    };
  }
}
