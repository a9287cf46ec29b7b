import { createLazyRoute } from '@tanstack/react-router';
import { WindowScreen } from './WindowScreen';

export const route = createLazyRoute('/$kitchen/formula/$formula/window')({ component: WindowScreen });
