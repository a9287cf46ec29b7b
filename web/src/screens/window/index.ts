import { createLazyRoute } from '@tanstack/react-router';
import { WindowScreen } from './WindowScreen';

export const route = createLazyRoute('/$kitchen/window/$formula')({ component: WindowScreen });
