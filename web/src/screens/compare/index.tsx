import { createLazyRoute } from '@tanstack/react-router';
import { CompareScreen } from './CompareScreen';

export const route = createLazyRoute('/$kitchen/compare')({ component: CompareScreen });
