import { createLazyRoute } from '@tanstack/react-router';
import { YouScreen } from './YouScreen';

export const route = createLazyRoute('/$kitchen/you')({ component: YouScreen });
