export { Button } from './Button';
export { Choice } from './Choice';
export { Dialog } from './Dialog';
export { Finder } from './Finder';
export { NumberInput, TextInput } from './inputs';
