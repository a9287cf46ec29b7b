/** All words of the interface that are not the core's own, in one place so that they can be read as a whole. */

export const KINDS: Record<string, string> = {
  marinade: 'Marinade',
  dry_brine: 'Dry brine',
  wet_brine: 'Wet brine',
  soak: 'Soak',
  rub: 'Rub',
  salt_crust: 'Salt crust',
  dredge: 'Dredge',
  wash: 'Wash',
  crumb: 'Crumb',
  batter: 'Batter',
  filling: 'Filling',
  finish: 'Finish',
};

export const BASES: Record<string, string> = {
  fish: 'fish',
  surface: 'surface',
  piece: 'each piece',
  slot: 'each slot',
  cavity: 'each cavity',
  serving: 'each serving',
  cover: 'to cover',
  line: 'another line',
  flour: 'flour',
  jar: 'this jar',
  fixed: 'nothing, fixed',
};

export const UNITS: Record<string, string> = {
  '%': '%',
  g: 'g',
  kg: 'kg',
  oz: 'oz',
  lb: 'lb',
  ml: 'ml',
  l: 'l',
  tsp: 'tsp',
  tbsp: 'tbsp',
  cup: 'cup',
  fl_oz: 'fl oz',
  part: 'part',
  piece: 'piece',
  slice: 'slice',
  clove: 'clove',
  sprig: 'sprig',
  pinch: 'pinch',
};

export const COMPONENTS: Record<string, { name: string; letter: string }> = {
  water: { name: 'water', letter: 'W' },
  salt: { name: 'salt', letter: 'S' },
  sugar: { name: 'sugar', letter: 'G' },
  acid: { name: 'acid', letter: 'A' },
  oil: { name: 'oil', letter: 'O' },
  alcohol: { name: 'alcohol', letter: 'L' },
  starch: { name: 'starch', letter: 'T' },
  aromatics: { name: 'aromatics', letter: 'H' },
  other: { name: 'other', letter: 'R' },
};

export const CHOICES: Record<string, Record<string, string>> = {
  school: {
    measured: 'measured, left in',
    timed_rinse: 'heavy, timed, rinsed',
    packed: 'packed',
    seared: 'seared',
  },
  vessel: { bag: 'bag', dish: 'dish', bath: 'bath', coat: 'coat' },
  place: { chiller: 'chiller', ice: 'on ice', counter: 'counter' },
  after: { leave: 'leave on', rinse: 'rinse', wipe: 'wipe', scrape: 'scrape', drain: 'drain' },
  skin: { none: 'off', one_side: 'one side', all_round: 'all round' },
  bone: { out: 'out', in: 'in' },
  state: { fresh: 'fresh', thawed: 'thawed', frozen: 'frozen' },
  basis: { fillet: 'fillet', edible: 'edible flesh', gutted: 'gutted', whole: 'whole' },
  heat: {
    none: 'served raw',
    pan: 'pan',
    shallow_fry: 'shallow fry',
    deep_fry: 'deep fry',
    grill: 'grill',
    top_grill: 'top grill',
    oven: 'oven',
    steam: 'steam',
    poach: 'poach',
    braise: 'braise',
    salt_crust: 'salt crust',
  },
};

export const GRADES: Record<string, string> = {
  refuse: 'Refused',
  stop: 'Stop',
  warn: 'Take care',
  note: 'Note',
};

export const BINDING: Record<string, string> = {
  acid: 'acid',
  salt: 'salt',
  texture: 'texture',
  dose: 'the dose runs out',
  keeping: 'keeping',
  counter: 'counter time',
  none: 'nothing',
};

export const FAT: Record<string, string> = { lean: 'lean', medium: 'medium fat', fatty: 'oily' };
export const FIRMNESS: Record<string, string> = {
  firm: 'firm flesh',
  medium: 'medium firm',
  soft: 'soft flesh',
};
