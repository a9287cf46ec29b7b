import type { components } from './schema';

export type Change = components['schemas']['ChangeOut'];
export type News = components['schemas']['NewsOut'];

type Listener = (kitchen: string, news: News) => void;

const listeners = new Set<Listener>();
const marks = new Map<string, number>();
const named = (kitchen: string, what: Change['what'], item: number) => `${kitchen}/${what}/${item}`;

/** Be told what changed in a kitchen, here or anywhere else. */
export function onNews(listener: Listener): () => void {
  listeners.add(listener);
  return () => {
    listeners.delete(listener);
  };
}

export function tell(kitchen: string, news: News): void {
  for (const { what, item, mark } of news.changes) marks.set(named(kitchen, what, item), mark);
  for (const listener of [...listeners]) listener(kitchen, news);
}

/** The newest mark that was told of a thing: for whoever was still loading it when it was told. */
export const newest = (kitchen: string, what: Change['what'], item: number): number =>
  marks.get(named(kitchen, what, item)) ?? 0;
