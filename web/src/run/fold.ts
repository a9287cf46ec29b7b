import type { Gate, Plan, PlannedStep } from '@/api';
import type { Told } from './events';

/**
 * Events folded over a plan: which steps are open, begun or over, and which timers run. The same is folded in the core;
 * one table of events goes through both. Here it is so that nothing waits for a network.
 */

export interface StepState {
  standing: 'open' | 'begun' | 'over';
  /** When it began and was over [ms since the epoch], as far as somebody said so. */
  began: number | null;
  ended: number | null;
  by: string | null;
  skipped: boolean;
  /** Until when it is put off. */
  until: number | null;
}

export interface Timer {
  step: string;
  began: number;
  due: number;
  /** Of a jar: its best and its latest. */
  bestFrom: number | null;
  latest: number | null;
}

/** Where a gate stands, and what was said of it last. */
export interface GateState {
  standing: 'open' | 'held' | 'accepted' | 'failed' | 'impossible' | 'simulated';
  event: Told | null;
}

export interface State {
  steps: ReadonlyMap<string, StepState>;
  timers: Timer[];
  /** Gates by step and gate. */
  gates: ReadonlyMap<string, GateState>;
  /** What is in, by step and line [g]. */
  weights: ReadonlyMap<string, number>;
  ended: number | null;
}

/** A gate, or a line, of a step. */
export const gateKey = (step: string, gate: string): string => `${step}\n${gate}`;
export const lineKey = gateKey;

const ms = (at: string): number => Date.parse(at);

/** What events say of steps. */
class Said {
  readonly began = new Map<string, number>();
  readonly done = new Map<string, number>();
  readonly by = new Map<string, string | null>();
  readonly skipped = new Set<string>();
  readonly until = new Map<string, number>();
  readonly passed = new Map<string, Told>();
  readonly weights = new Map<string, number>();
  ended: number | null = null;

  constructor(events: readonly Told[]) {
    for (const event of events) {
      if (event.do === 'ended') this.ended ??= event.at;
      else if (event.step !== null) this.ofStep(event, event.step);
    }
  }

  private ofStep(event: Told, step: string): void {
    if (event.do === 'started') first(this.began, step, event.at);
    else if (event.do === 'done' || event.do === 'skipped') {
      first(this.done, step, event.at);
      first(this.by, step, event.by);
      // What was done by one and left out by another was done.
      if (event.do === 'skipped') this.skipped.add(step);
      else this.skipped.delete(step);
    } else if (event.do === 'not_yet') this.until.set(step, event.until ?? event.at);
    else if (event.do === 'passed') this.passed.set(gateKey(step, String(event.says.gate)), event);
    else if (event.do === 'weighed' && typeof event.says.value === 'number' && event.says.value >= 0)
      this.weights.set(lineKey(step, String(event.says.line)), event.says.value);
  }
}

function first<T>(map: Map<string, T>, key: string, value: T): void {
  if (!map.has(key)) map.set(key, value);
}

/**
 * Where events, as read, leave each step. What comes before something that has begun is over, unless it must not be left
 * out. A wait that nobody begins begins when all that it waits for is over. Only in a rehearsal does a simulated reading
 * open a gate of safety.
 */
export function fold(plan: Plan, events: readonly Told[], rehearsal = false): State {
  const said = new Said(events);
  const before = allBefore(plan, said);
  const steps = new Map<string, StepState>();
  for (const step of inOrder(plan)) steps.set(step.id, stateOf(step, said, before, steps));
  const gates = new Map(
    plan.steps.flatMap((step) =>
      step.gates.map((gate) => {
        const key = gateKey(step.id, gate.id);
        return [key, gateState(gate, said.passed.get(key) ?? null, rehearsal)] as const;
      }),
    ),
  );
  return { steps, timers: timersOf(plan, steps), gates, weights: said.weights, ended: said.ended };
}

const outside = (value: number, least: number | null, most: number | null): boolean =>
  (least !== null && value < least) || (most !== null && value > most);

/** Whether what is simulated opens a gate: none where somebody can be hurt, but in a rehearsal. */
export const simulatedOpens = (gate: Gate, rehearsal: boolean): boolean => !gate.safety || rehearsal;

/** Where what was said last of a gate leaves it: by what was read, whatever whoever said it makes of that. */
function gateState(gate: Gate, event: Told | null, rehearsal: boolean): GateState {
  if (!event) return { standing: 'open', event };
  const { value, held, accepted, source } = event.says;
  if (source === 'simulated' && !simulatedOpens(gate, rehearsal))
    return { standing: accepted ? 'accepted' : 'simulated', event };
  const read = typeof value === 'number' && !outside(value, gate.low, gate.high) ? value : null;
  const holds = gate.unit === null ? held === true : read !== null && !outside(read, gate.least, gate.most);
  if (holds) return { standing: 'held', event };
  if (accepted) return { standing: 'accepted', event };
  return { standing: gate.unit === null || read !== null ? 'failed' : 'impossible', event };
}

/** All that comes before a step that has begun. */
function allBefore(plan: Plan, said: Said): Set<string> {
  const after = new Map(plan.steps.map((step) => [step.id, step.after]));
  const waiting = [...after.keys()].filter((name) => said.began.has(name) || said.done.has(name));
  const found = new Set<string>();
  for (let name = waiting.pop(); name !== undefined; name = waiting.pop())
    for (const one of after.get(name) ?? [])
      if (!found.has(one)) {
        found.add(one);
        waiting.push(one);
      }
  return found;
}

/** Steps, each after all that it waits for. */
function inOrder(plan: Plan): PlannedStep[] {
  const byId = new Map(plan.steps.map((step) => [step.id, step]));
  const found = new Map<string, PlannedStep>();
  const visit = (step: PlannedStep, above: ReadonlySet<string>): void => {
    if (found.has(step.id) || above.has(step.id)) return;
    for (const name of step.after) {
      const one = byId.get(name);
      if (one) visit(one, new Set([...above, step.id]));
    }
    found.set(step.id, step);
  };
  for (const step of plan.steps) visit(step, new Set());
  return [...found.values()];
}

function stateOf(
  step: PlannedStep,
  said: Said,
  before: ReadonlySet<string>,
  steps: ReadonlyMap<string, StepState>,
): StepState {
  let began = said.began.get(step.id) ?? null;
  const ended = said.done.get(step.id) ?? null;
  let standing: StepState['standing'] = 'open';
  if (ended !== null || (before.has(step.id) && !step.must)) standing = 'over';
  else if (began !== null) standing = 'begun';
  else if (step.press === 'none') {
    const waited = step.after.flatMap((name) => steps.get(name) ?? []);
    if (waited.length > 0 && waited.every((one) => one.standing === 'over')) {
      standing = 'begun';
      const ends = waited.flatMap((one) => one.ended ?? []);
      began = ends.length > 0 ? Math.max(...ends) : null;
    }
  }
  const { by, skipped, until } = said;
  return {
    standing,
    began,
    ended,
    by: by.get(step.id) ?? null,
    skipped: skipped.has(step.id),
    until: until.get(step.id) ?? null,
  };
}

/** Waits that run, what is due first first. */
function timersOf(plan: Plan, steps: ReadonlyMap<string, StepState>): Timer[] {
  const jars = new Map(plan.windows.map((one) => [`${one.step}.contact`, one]));
  const found: Timer[] = [];
  for (const step of plan.steps) {
    const state = steps.get(step.id);
    if (step.active || state?.standing !== 'begun' || state.began === null) continue;
    const { began } = state;
    const jar = jars.get(step.id);
    const since = (at: string | null) => (at === null || !jar ? null : began + ms(at) - ms(jar.on));
    found.push({
      step: step.id,
      began,
      due: began + ms(step.end) - ms(step.start),
      bestFrom: since(jar?.best_from ?? null),
      latest: since(jar?.latest ?? null),
    });
  }
  return found.sort((one, other) => one.due - other.due || (one.step < other.step ? -1 : 1));
}

/**
 * What somebody comes to next: the first of what they are called to, or what they are called to before that and has to
 * wait for others; then `waits` are the steps that it waits for.
 */
export function nextOf(
  plan: Plan,
  state: State,
  person: string,
  now: number,
): { step: PlannedStep; waits: PlannedStep[] } | null {
  const [ready] = toDo(plan, state, person, now);
  const isOpen = (step: PlannedStep) => state.steps.get(step.id)?.standing === 'open';
  const coming = plan.steps.find(
    (step) => step.press !== 'none' && step.calls.includes(person) && isOpen(step) && step !== ready,
  );
  if (ready && (ms(ready.start) <= now || !coming || ms(ready.start) <= ms(coming.start)))
    return { step: ready, waits: [] };
  if (!coming) return null;
  const byId = new Map(plan.steps.map((step) => [step.id, step]));
  // What waits by itself waits for what somebody does.
  const held = new Set<PlannedStep>();
  const waiting = [...coming.after];
  for (let name = waiting.pop(); name !== undefined; name = waiting.pop()) {
    const step = byId.get(name);
    if (!step || state.steps.get(name)?.standing !== 'open') continue;
    if (step.press === 'none') waiting.push(...step.after);
    else held.add(step);
  }
  return held.size > 0 || !ready ? { step: coming, waits: [...held] } : { step: ready, waits: [] };
}

/**
 * What somebody is called to, what comes first first: all that it waits for is over, or is a wait that runs.
 */
export function toDo(plan: Plan, state: State, person: string, now: number): PlannedStep[] {
  const due = new Map(state.timers.map((timer) => [timer.step, timer.due]));
  const waits = new Map<string, boolean>();
  for (const step of inOrder(plan)) {
    const here = state.steps.get(step.id)?.standing;
    const held =
      step.press === 'none'
        ? here === 'open' && step.after.some((name) => waits.get(name))
        : step.active
          ? here !== 'over'
          : here === 'open';
    waits.set(step.id, held);
  }
  const start = (step: PlannedStep) =>
    Math.max(
      ms(step.start),
      state.steps.get(step.id)?.until ?? 0,
      ...step.after.map((name) => due.get(name) ?? 0),
    );
  // What is only begun takes no time, and is begun when it is time, whatever else is in hand.
  const later = (step: PlannedStep) => (step.press !== 'begin' || start(step) > now ? 1 : 0);
  return plan.steps
    .filter(
      (step) =>
        step.calls.includes(person) &&
        waits.get(step.id) &&
        step.press !== 'none' &&
        !step.after.some((name) => waits.get(name)),
    )
    .sort(
      (one, other) => later(one) - later(other) || start(one) - start(other) || (one.id < other.id ? -1 : 1),
    );
}
