import { createLazyRoute } from '@tanstack/react-router';
import { AheadScreen } from './AheadScreen';

export const route = createLazyRoute('/$kitchen/ahead')({ component: AheadScreen });
