import { createLazyRoute } from '@tanstack/react-router';
import { BenchScreen } from './BenchScreen';

export const route = createLazyRoute('/$kitchen/bench/$formula')({ component: BenchScreen });
