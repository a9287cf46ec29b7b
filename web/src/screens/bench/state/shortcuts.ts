/** Our own short list: one key each, when no field has the focus. */
export const SHORTCUTS = [
  { key: '?', does: 'show or hide this list' },
  { key: 'l', does: 'type a line into the open jar' },
  { key: 'w', does: 'type the weight of the fish' },
  { key: 't', does: 'type the thickness' },
  { key: 'a', does: 'add a jar' },
  { key: 's', does: 'scale the formula' },
  { key: 'v', does: 'keep a version' },
  { key: ',', does: 'open the jar before' },
  { key: '.', does: 'open the jar after' },
] as const;

export type Key = (typeof SHORTCUTS)[number]['key'];

/** These work everywhere, with Control or Command. */
export const ANYWHERE = [
  { key: 'Ctrl Z', does: 'one step back' },
  { key: 'Ctrl Shift Z', does: 'one step forth again' },
  { key: 'Space', does: 'on a jar or a line’s handle: lift it, arrows move it, Space sets it down' },
];
