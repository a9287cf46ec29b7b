export { Cut } from './Cut';
export { Hatches } from './Hatches';
export { JarDrawing, jarHeight, shelfScale } from './JarDrawing';
export { LineChart, type Series } from './LineChart';
export { WindowBar } from './WindowBar';
