import { says } from '@/words';

/** Our own short list: one key each, when no field has the focus. */
export const SHORTCUTS = [
  { key: '?', does: says.keys['?'] },
  { key: 'l', does: says.keys.l },
  { key: 'w', does: says.keys.w },
  { key: 't', does: says.keys.t },
  { key: 'a', does: says.keys.a },
  { key: 's', does: says.keys.s },
  { key: 'v', does: says.keys.v },
  { key: ',', does: says.keys[','] },
  { key: '.', does: says.keys['.'] },
] as const;

export type Key = (typeof SHORTCUTS)[number]['key'];

/** These work everywhere, with Control or Command. */
export const ANYWHERE = [
  { key: 'Ctrl Z', does: says.keys['Ctrl Z'] },
  { key: 'Ctrl Shift Z', does: says.keys['Ctrl Shift Z'] },
  { key: 'Space', does: says.keys.Space },
];
