/** The fish: its measures, what is done to it first, its heat, who eats. */
export const fish = {
  which: 'Which fish?',
  hint: 'Type a name: zander, char …',
  whichOne: 'which one?',
  or: 'or',
  orWhatSuits: 'or what suits',
  anyTreatment: 'any treatment',
  noneMarked: 'No fish is marked for that.',
  instead: '{name} instead of {old}',
  anew: 'Times, core, cautions and the plate are reckoned anew.',
  measureIt: 'Weigh and measure the fish to see its cut.',
  onePieceToScale: 'One piece to scale: {length} long, {width} wide, {thick} thick',
  edible: 'edible',
  ediblePieces: 'edible, {piece} a piece',
  estimated: ', estimated',
  groupEdible: '{weight} edible',
  sentence:
    '{pieces} pieces, {cut}, {weight} in all as {basis}, {thickness} thick, skin {skin}, bones {bone}, {state}, at {temperature}, for {servings} servings',
  sentenceOfGroups:
    'Pieces of unlike size, {cut}, skin {skin}, bones {bone}, {state}, at {temperature}, for {servings} servings',
  slashes: 'Slashes',
  thinZone: 'Thin zone',
  onePiece: 'One piece',
  long: 'long',
  wide: 'wide',
  number: 'no.',
} as const;

/** A part of what is said of the fish, in a few words. */
export const inShort = {
  pieces: '{pieces} pieces',
  refused: 'lot refused',
  accepted: 'accepted',
  steps: '{number} to do',
  noHeat: 'not said',
  core: '{core}, {time}',
  adults: '{number} adults',
  oneDiner: '1 named',
  diners: '{number} named',
  without: 'no {what}',
} as const;

export const prep = {
  from: 'From',
  wasFrozenAt: 'Was frozen at',
  frozenFor: 'for',
  days: 'days',
  head: 'Before the jars',
  chooseFirst: 'Choose fish and cut to see what to do first.',
  lotRefused: 'This lot is refused. Seasoning does not mend spoilage.',
  accepted: 'Accepted.',
  refuseWhen: 'Refuse when {what}',
} as const;

export const cooking = {
  level: 'Heat',
  panSize: 'Pan across',
  firstSide: 'On the first side',
  secondFry: 'Second fry at',
  practice:
    'Practice takes it to a core of {core} only: {time}. That is partly cooked, not the core that is published.',
  stage: '{name} {time}{at}{core}',
  stageAt: ' at {heat}',
  stageCore: ', core {core}',
  panBatches: ' The pan takes {pieces} at once: {batches} batches.',
  oilAt: 'Oil at',
  dial: 'Dial',
  core: 'Core',
  startsAt: 'Starts at',
  asTheFish: 'fish',
  oil: 'Oil',
  burner: 'Its power',
  takes:
    'About {time} in the heat ({range}){sides}; rest {rest}.{pull}{batches}{pan} Read the core on a probe.',
  slowestTake:
    'The slowest take about {time} in the heat ({range}){sides}; rest {rest}.{pull}{batches}{pan} Read the core on a probe.',
  aSide: ', {time} a side',
  pull: ' Pull at {core}.',
  batches: ' {batches} batches of {pieces}; the oil falls by {drop}.',
  group: '{pieces} of {thickness}: {time} to {core}{early}{left}.',
  early: ', out {time} before the rest',
  leftIn: ' (left in it would come to {core})',
  zone: 'The {zone} zone peaks at {core}.',
  order: 'In this order',
  step: '{what} ({why})',
} as const;

export const diners = {
  nobody: 'Nobody is named: adults without wishes are taken. Name those who need care.',
  sodium: 'Sodium of one serving, of a day’s limit',
  heat: 'Heat, 0 to 5',
  avoids: 'Avoids: {what}',
  avoidsNothing: 'Avoids nothing',
  atLeast: 'at least {share}',
} as const;
