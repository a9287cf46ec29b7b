import createClient, { type Middleware } from 'openapi-fetch';
import type { paths } from './schema';

/** An answer that is a problem document (RFC 9457), or no answer at all: then `status` is 0. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string,
    readonly body: unknown = null,
  ) {
    super(detail);
  }

  get offline() {
    return this.status === 0 || this.status >= 502;
  }
}

function csrfToken(): string {
  return /(?:^|; )csrftoken=([^;]*)/.exec(document.cookie)?.[1] ?? '';
}

const guard: Middleware = {
  onRequest({ request }) {
    request.headers.set('X-CSRFToken', csrfToken());
    return request;
  },
  onError() {
    return unanswered();
  },
};

export const api = createClient<paths>({ baseUrl: window.location.origin });
api.use(guard);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** A body posted as JSON; throws a Problem where nothing answers. */
export async function sent(path: string, body: unknown): Promise<Response> {
  try {
    return await fetch(path, {
      method: 'POST',
      body: JSON.stringify(body),
      headers: { 'Content-Type': 'application/json', 'X-CSRFToken': csrfToken() },
    });
  } catch {
    throw unanswered();
  }
}

const unanswered = () => new Problem(0, 'Not connected', 'The kitchen server does not answer.');

/** An answer that is an error, as a Problem. */
export function problemOf(status: number, body: unknown): Problem {
  const { title, detail } = (body ?? {}) as { title?: string; detail?: string };
  return new Problem(
    status,
    title ?? 'Something went wrong',
    detail ?? `The server answered ${status}.`,
    body,
  );
}

/** The data of an answer; throws a Problem for everything else. */
export async function taken<T>(asked: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await asked;
  if (data !== undefined) return data;
  throw problemOf(response.status, error);
}
