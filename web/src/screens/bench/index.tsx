import { createLazyRoute } from '@tanstack/react-router';
import { BenchScreen } from './BenchScreen';

export const route = createLazyRoute('/$kitchen/formula/$formula/bench')({ component: BenchScreen });
