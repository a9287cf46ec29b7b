import { posted } from './client';
import type { components, paths } from './schema';
import type { FormulaDocument } from './types';

type Asks = {
  [P in keyof paths as P extends `/api/kitchens/{kitchen}/ask/${infer Q}` ? Q : never]: paths[P]['post'];
};
type Body<T> = T extends { requestBody: { content: { 'application/json': infer B } } } ? B : never;
type Ok<T> = T extends { responses: { 200: { content: { 'application/json': infer A } } } } ? A : never;
/** What may be null may be left out. */
type Sparse<T> = { [K in keyof T as null extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as null extends T[K] ? K : never]?: T[K];
};
type Formula = components['schemas']['Formula'];
/** What a formula in a question is asked with: a document that may hold anything, as it was typed. */
type AsTyped<T> =
  NonNullable<T> extends Formula ? FormulaDocument : NonNullable<T> extends Formula[] ? FormulaDocument[] : T;

/** The name of a question that the core declares. */
export type QuestionName = keyof Asks;
/** What a question asks for beside the document; a formula in it may hold anything, as it was typed. */
export type BesideOf<Q extends QuestionName> = Sparse<{
  [K in keyof Omit<Body<Asks[Q]>, 'document'>]: AsTyped<Body<Asks[Q]>[K]>;
}>;
/** What it answers. */
export type AnswerOf<Q extends QuestionName> = Ok<Asks[Q]>;

/** Ask the core about a document, with the rows of a kitchen. Throws a Problem where there is no answer. */
export async function ask<Q extends QuestionName>(
  kitchen: string,
  question: Q,
  document: FormulaDocument,
  beside: BesideOf<Q>,
): Promise<AnswerOf<Q>> {
  const path = `/api/kitchens/${encodeURIComponent(kitchen)}/ask/${question}`;
  const answer = await posted(path, { document, ...beside });
  // What crosses the wire has the type that the question declares.
  return answer as AnswerOf<Q>;
}
