let who = 0;

/** Whose page this is: a person's number, 0 while nobody is signed in. Everything that is typed here is theirs. */
export const signedInAs = (): number => who;

/** Somebody has signed in on this page, or nobody is any more; whether it was somebody else's before. */
export function openedBy(person: number): boolean {
  const another = who !== 0 && who !== person;
  who = person;
  return another;
}
