export { Button } from './Button';
export { Choice } from './Choice';
export { Dialog } from './Dialog';
export { Field } from './Field';
export { Finder } from './Finder';
export { NumberInput, TextInput } from './inputs';
