/** All words of the interface that are not the core's own, in one place so that they can be read as a whole. */

/** Whether what was typed is kept; where it is not, words/troubles says why. */
export const KEPT = {
  kept: 'All changes kept',
  merged: 'Merged with somebody’s changes, all kept',
  keeping: 'Keeping …',
  conflict: 'Changed by somebody else too',
  unsent: 'What you typed is not kept by the server yet, and a version is made of what it keeps. Try again.',
  unreckoned: 'Figures are the last ones',
};

export const SIGNING_OUT = {
  unsent: 'Some of what you typed is not sent yet. Sign out once more, and it stays in this browser only.',
  failed: 'You are still signed in.',
};

export const BASES: Record<string, string> = {
  fish: 'fish',
  surface: 'surface',
  piece: 'pieces',
  slot: 'slots',
  cavity: 'cavities',
  serving: 'servings',
  cover: 'to cover',
  line: 'a line',
  flour: 'flour',
  jar: 'this jar',
  fixed: 'fixed',
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

export const TIME_UNITS = { s: 's', min: 'min', h: 'h', d: 'd' };
export const HEAT_UNITS = { degC: '°C', degF: '°F' };
export const LENGTH_UNITS = { mm: 'mm', cm: 'cm', in: 'in' };
export const WEIGHT_UNITS = { g: 'g', kg: 'kg', oz: 'oz', lb: 'lb' };
export const VOLUME_UNITS = { ml: 'ml', l: 'l', cup: 'cup' };

/** What a diner may avoid: the allergens of the format, and what is no allergen. */
export const AVOIDED = [
  'gluten',
  'crustaceans',
  'molluscs',
  'egg',
  'peanut',
  'tree-nuts',
  'soy',
  'milk',
  'sesame',
  'mustard',
  'celery',
  'lupin',
  'sulphites',
  'alcohol',
  'pork',
];

export const CHOICES: Record<string, Record<string, string>> = {
  school: {
    measured: 'measured, left in',
    timed_rinse: 'heavy, timed, rinsed',
    packed: 'packed',
    seared: 'seared',
  },
  vessel: { bag: 'bag', dish: 'dish', bath: 'bath', coat: 'coat' },
  place: { chiller: 'chiller', ice: 'on ice', counter: 'counter' },
  vessel_material: {
    glass: 'glass',
    ceramic: 'ceramic',
    plastic: 'plastic',
    steel: 'steel',
    aluminium: 'aluminium',
    copper: 'copper',
    enamel: 'enamel',
  },
  coverage: { full: 'all over', sprinkled: 'sprinkled', light: 'lightly sprinkled' },
  flow: { thin_cream: 'thin cream', heavy_cream: 'heavy cream', coats_spoon: 'what coats a spoon' },
  fate: { discard: 'thrown away', cooked: 'boiled and served', eaten: 'eaten as it is' },
  depth: { shallow: 'shallow', half: 'half-way', bone: 'to bone' },
  origin: { unknown: 'not known', wild: 'wild', farmed_on_pellets: 'farmed on pellets' },
  when: { jar: 'in the jar', before_heat: 'just before heat', plate: 'on the plate' },
  preset: { medium: 'medium', hot: 'hot' },
  age: { adult: 'adults', '9-13': '9 to 13', '4-8': '4 to 8', '1-3': '1 to 3', infant: 'under 1' },
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

/** Where a formula or a version stands. */
export const STANDING: Record<string, string> = {
  ready: 'Ready',
  not_ready: 'Not ready',
  not_to_be_cooked: 'Not to be cooked',
};

export const GRADES: Record<string, string> = {
  refuse: 'Refused',
  stop: 'Stop',
  warn: 'Take care',
  note: 'Note',
};

/** What a change touches, as the heads of its list of differences. */
export const GROUPS: Record<string, string> = {
  fish: 'The fish',
  jar: 'In the jars',
  window: 'Time in the jar',
  cook: 'In the heat',
  ledger: 'On the plate',
  caution: 'Cautions',
  allergen: 'Allergens',
  advice: 'Advice',
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
