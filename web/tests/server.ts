import { mock } from 'node:test';
import type { FormulaDocument } from '@/api';

export interface Asked {
  method: string;
  path: string;
  headers: Headers;
  // biome-ignore lint/suspicious/noExplicitAny: what was sent is compared, whatever it is
  body: any;
}

type Answer = (asked: Asked) => Response | Promise<Response>;

const SLICES = 40;

/** Let everything that waits for an answer go on. */
export async function settled(): Promise<void> {
  for (let slice = 0; slice < SLICES; slice += 1) await new Promise((done) => setImmediate(done));
}

/** Let time pass [ms], and everything that waits for it go on. */
export async function passed(ms: number): Promise<void> {
  await settled();
  mock.timers.tick(ms);
  await settled();
}

export const json = (status: number, body: unknown): Response =>
  new Response(JSON.stringify(body), { status, headers: { 'Content-Type': 'application/json' } });

/** A problem document of the server. */
export const problem = (status: number, more: object = {}) =>
  json(status, { status, title: 'No', detail: `because ${status}`, ...more });

/** A server that answers what a test says: the answers in turn, the last one for all that follow. */
export class Server {
  readonly asked: Asked[] = [];
  private answers: Answer[] = [];

  constructor() {
    globalThis.fetch = (async (input: Request | string, init: RequestInit = {}) => {
      const request = new Request(
        new URL(input instanceof Request ? input.url : input, location.origin),
        input instanceof Request ? input : init,
      );
      const text = await request.text();
      const { pathname, search } = new URL(request.url);
      const { method, headers } = request;
      const asked = { method, path: pathname + search, headers, body: text ? JSON.parse(text) : null };
      this.asked.push(asked);
      const answer = this.answers.length > 1 ? this.answers.shift() : this.answers[0];
      if (!answer) throw new TypeError('nobody answers');
      return answer(asked);
    }) as typeof fetch;
  }

  /** What it answers from now on. */
  says(...answers: (Response | Answer)[]): void {
    this.answers = answers.map((one) => (typeof one === 'function' ? one : () => one.clone()));
  }

  /** It is not there. */
  goes(): void {
    this.answers = [];
  }
}

/** An answer that comes when it is let. */
export function held(answer: Response): { answer: Answer; let: () => void } {
  let go = () => {};
  const waits = new Promise<void>((done) => {
    go = done;
  });
  return { answer: () => waits.then(() => answer.clone()), let: go };
}

/** A formula with a jar of two lines, and other values at places. */
export function formula(more: FormulaDocument = {}): FormulaDocument {
  return {
    title: 'One',
    servings: 4,
    fish: { thickness: { value: 22, unit: 'mm' } },
    jars: [jar('a', ['s', 'c'])],
    ...more,
  };
}

export const line = (id: string, value = 1) => ({
  id,
  ingredient: `ingredient-${id}`,
  amount: { value, unit: 'g' },
});
export const jar = (id: string, lines: string[]) => ({
  id,
  kind: 'rub',
  lines: lines.map((one) => line(one)),
});
