import { createLazyRoute } from '@tanstack/react-router';
import { RunScreen } from './RunScreen';

export const route = createLazyRoute('/$kitchen/runs/$run')({ component: RunScreen });
