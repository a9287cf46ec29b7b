export { Cut } from './Cut';
export { CutIcon, MeasuringHand } from './CutIcon';
export { Hatches } from './Hatches';
export { JarDrawing, jarHeight, shelfScale } from './JarDrawing';
export { LineChart, type Series } from './LineChart';
export { Rim } from './Rim';
export { SlimBar } from './SlimBar';
export { useWidth } from './useWidth';
export { WindowBar } from './WindowBar';
