import createClient, { type Middleware } from 'openapi-fetch';
import { fill, says } from '@/words';
import { signedInAs } from './person';
import { troubleOf } from './policy';
import type { paths } from './schema';

/** No answer within this time is none. */
const PATIENCE_MS = 20_000;

/** An answer that is a problem document (RFC 9457), or no answer at all: then `status` is 0. */
export class Problem extends Error {
  readonly status: number;
  readonly title: string;
  readonly detail: string;
  readonly body: unknown;

  constructor(status: number, title: string, detail: string, body: unknown = null) {
    super(detail);
    this.status = status;
    this.title = title;
    this.detail = detail;
    this.body = body;
  }

  get trouble() {
    return troubleOf(this);
  }

  /** The number of the request, by which whoever runs the server finds it in the log. */
  get request(): string {
    return (this.body as { request?: string } | null)?.request ?? '';
  }

  /** The places that are wrong, where the server names them. */
  get errors(): { path: string; text: string }[] {
    return (this.body as { errors?: { path: string; text: string }[] } | null)?.errors ?? [];
  }
}

const unanswered = () => new Problem(0, says.silence.title, says.silence.unanswered);
const answeredByAnother = () => new Problem(0, says.silence.title, says.silence.answeredByAnother);

/** Ask; throws a Problem where nothing answers in time. */
async function patient(input: RequestInfo | URL, init?: RequestInit): Promise<Response> {
  const cut = new AbortController();
  const timer = setTimeout(() => cut.abort(), PATIENCE_MS);
  try {
    return await fetch(input, { ...init, signal: cut.signal });
  } catch {
    throw unanswered();
  } finally {
    clearTimeout(timer);
  }
}

function csrfToken(): string {
  return /(?:^|; )(?:__Host-)?csrftoken=([^;]*)/.exec(document.cookie)?.[1] ?? '';
}

/** Of which build this page is: a kept one may be older than the server. */
const page = (): string => document.querySelector<HTMLMetaElement>('meta[name=page]')?.content ?? '';

/**
 * What each request says of this page: that it is ours, of which build it is, and whose it is, for somebody else may have
 * signed in since.
 */
const ours = (): Record<string, string> => ({
  'X-CSRFToken': csrfToken(),
  'X-Page': page(),
  ...(signedInAs() ? { 'X-Person': String(signedInAs()) } : {}),
});

const guard: Middleware = {
  onRequest({ request }) {
    for (const [name, value] of Object.entries(ours())) request.headers.set(name, value);
    return request;
  },
};

export const api = createClient<paths>({ baseUrl: globalThis.location.origin, fetch: patient });
api.use(guard);

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer; throws a Problem for everything else. */
export async function taken<T>(asked: Promise<Answer<T>>): Promise<T> {
  const { data, error, response } = await asked.catch((thrown: unknown) => {
    // What is no JSON where JSON was promised does not come from our server.
    throw thrown instanceof SyntaxError ? answeredByAnother() : thrown;
  });
  // An answer without content is one too.
  if (data !== undefined || response.status === 204) return data as T;
  throw problemOf(response.status, error);
}

/** The JSON that answers a body posted as JSON; throws a Problem for everything else. */
export async function posted(path: string, body: unknown): Promise<unknown> {
  const response = await patient(path, {
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'Content-Type': 'application/json', ...ours() },
  });
  const answer: unknown = await response.json().catch(() => undefined);
  if (!response.ok) throw problemOf(response.status, answer);
  if (answer === undefined) throw answeredByAnother();
  return answer;
}

/** Put a file at an address; throws a Problem where it is not taken. */
export async function put(path: string, file: Blob): Promise<void> {
  const response = await patient(path, {
    method: 'PUT',
    body: file,
    headers: { 'Content-Type': file.type, ...ours() },
  });
  if (!response.ok) throw problemOf(response.status, await response.json().catch(() => undefined));
}

/** An answer that is an error, as a Problem. */
function problemOf(status: number, body: unknown): Problem {
  const { title, detail } = (body && typeof body === 'object' ? body : {}) as {
    title?: string;
    detail?: string;
  };
  return new Problem(
    status,
    title ?? says.silence.wrong,
    detail ?? fill(says.silence.status, { status }),
    body,
  );
}
