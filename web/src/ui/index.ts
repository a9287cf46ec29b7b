export { Button } from './Button';
export { Choice } from './Choice';
export { Dialog } from './Dialog';
export { Exports } from './Exports';
export { Field } from './Field';
export { Finder } from './Finder';
export { keepable, NumberInput, TextInput } from './inputs';
export { LinkButton } from './LinkButton';
export { MenuItem, menuLook } from './Menu';
