export { Cut } from './Cut';
export { Hatches } from './Hatches';
export { JarDrawing, jarHeight, shelfScale } from './JarDrawing';
export { WindowBar } from './WindowBar';
