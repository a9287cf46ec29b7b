import { createLazyRoute } from '@tanstack/react-router';
import { DayScreen } from './DayScreen';

export const route = createLazyRoute('/$kitchen/day')({ component: DayScreen });
