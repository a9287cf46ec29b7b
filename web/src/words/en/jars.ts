import { names } from './names';

/** Jars: where they come from, how they are used, what they hold. */
export const jars = {
  unnamed: 'Jar',
  numbered: '{place} {jar}',
  menu: 'More',
  hint: 'Search: buttermilk, crust, rye …',
  noneCalled: 'Nothing on the Shelf is called that.',
  nothingYet: `Nothing yet. Open a jar and choose “${names.saveToShelf}” to find it here in every formula.`,
  noReason: 'kept without a reason',
  searchHint: `${names.searchFormulas} …`,
  chooseFormula: 'Choose a formula to see its jars.',
  place: 'Jar {place}',
  oneLine: '1 line',
  manyLines: '{count} lines',
  noJar: 'This is no jar that can be kept.',
  save: 'Save “{jar}” to the Shelf',
  saveSays: 'The kitchen finds it in every formula.',
  setOut: 'Set out {out}; {stays}{range} stays on the fish, {thrown} is thrown away.',
  flowsLike: ' It flows like {what}.',
  later: 'Besides, {when}: {mass}, {salt} of the fish as salt.',
  inRail: '{jar}, {state}',
  drawn: '{jar}: {volume}, {layers}',
  layer: '{component} {volume}',
} as const;

/** A jar on the rail, in the fewest words. */
export const rail = {
  stopped: 'stopped',
  notYet: 'not yet',
  finish: 'on the plate',
  untimed: 'not timed',
  within: 'into the heat within {time}',
  noTime: 'no time yet, best {from} to {to}',
  planned: '{time}, best {from} to {to}',
} as const;

/** How a jar is used, as one sentence of choices. */
export const method = {
  crustIs: 'The crust is',
  inA: 'In a',
  thenInA: 'in a',
  inThe: 'in the',
  at: 'at',
  for: 'for',
  next: 'then',
  inBowl: 'Made, it rests',
  stands: 'On the fish it stands',
  thenStands: 'then on the fish it stands',
  scrapings: 'What is scraped off is',
  restsAfter: 'then the fish rests',
  flows: 'It should flow like',
  of: 'of',
  inside: 'inside',
  turnedEvery: 'turned every',
  madeBefore: 'made this long before its use:',
  salt: 'salt',
  rinsedFor: 'rinsed for',
  keptClean: 'kept clean for the plate',
  theRest: 'the rest is',
  ofItEaten: 'of it eaten',
} as const;

export const schools = {
  says: 'Good cooks disagree here. The first of each is our default; switch, and see what that changes.',
  switched: 'Switched. What changed:',
  none: 'Nothing is disputed about this jar.',
} as const;

/** A thing that the pantry has not yet. */
export const newRow = {
  says: 'It becomes a row of the kitchen’s own, in every formula.',
  start: 'It starts from',
  likeHint: 'something like it: curry powder, red miso …',
  like: 'like {what}',
  or: 'or it is',
  but: 'But in 100 g it holds, where it differs',
  label: 'Its label says, in 100 g',
  stated: { salt: 'salt', sugar: 'sugar', acid: 'acid', fat: 'fat' },
  allergens: 'It contains',
  forms: { dry: 'dry: a powder or seeds', paste: 'a paste', liquid: 'a liquid', oil: 'an oil' },
} as const;

/** What the kitchen's scales can weigh. */
export const scales = {
  says: 'How a line is weighed follows from them: on the coarser one where that is fine enough, by the spoon where none is. Without any of your own the usual two are taken.',
  inSteps: 'In steps of',
  upTo: 'up to',
} as const;

export const lines = {
  this: 'this line',
  hint: 'Type a line: lime juice 30 ml, 2 tsp fine salt, 1.2 % salt …',
  offline: 'Not connected: what you typed stays here; press a key when the connection is back.',
  unknown: 'Not understood: “{words}”.',
  notStated: 'amount not stated',
  notWeighed: 'weigh',
  gramsAbove: 'Grams above 0.',
  none: 'Nothing is in it yet. Type its first line below.',
  setsWeight: 'you set what it weighs on this fish',
  setsWritten: 'you set what is written',
  span: '{low} – {high}',
  fromTo: '{low} to {high}',
  forEach: ' for each {fish} {unit} ',
  forArea: 'for each 100 cm²',
  toOne: 'to 1',
  slots: '({number} in all)',
  prepared: 'weighed first, then {how}: {mass} goes in,',
  ofWeighed: 'of what is weighed',
  spoon: 'Spoons',
  oneIn: 'mix, use one part in {times}',
  lots: '{lots} × {each}',
  amount: '{amount} {unit}',
  range: '{low}–{high} {unit}',
  leaves: '“{words}” is kept as a note',
  wouldWeigh: '= {mass} on this fish.',
  noted: 'Noted: {note}.',
  enter: 'Enter adds it.',
  unchanged: 'Not changed: {why}',
  line: 'Line',
  weigh: 'Weigh',
  brings: 'Of fish, brings',
  more: 'More',
  which: 'Which ingredient?',
  strong: 'strong',
  howMuch: 'how much?',
  byMass: 'by mass',
  byVolume: 'by volume',
  instead: 'Instead of {line}',
  insteadSays: 'Each keeps what matters of it.',
  noEquivalent: 'The tables know no equivalent. State its amount first, or type another line.',
  chooseOne: 'Choose one to see what it changes.',
} as const;
