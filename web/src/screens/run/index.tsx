import { createLazyRoute } from '@tanstack/react-router';
import { RunsScreen } from './RunsScreen';

export const route = createLazyRoute('/$kitchen/runs')({ component: RunsScreen });
