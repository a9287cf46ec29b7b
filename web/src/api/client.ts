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
    return new Problem(0, 'Not connected', 'The kitchen server does not answer.');
  },
};

export const api = createClient<paths>({ baseUrl: window.location.origin });
api.use(guard);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer; throws a Problem for everything else. */
export async function taken<T>(asked: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await asked;
  if (data !== undefined) return data;
  const body = (error ?? {}) as { title?: string; detail?: string };
  throw new Problem(
    response.status,
    body.title ?? 'Something went wrong',
    body.detail ?? `The server answered ${response.status}.`,
    error,
  );
}
