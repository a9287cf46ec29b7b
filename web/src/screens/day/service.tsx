import { createLazyRoute } from '@tanstack/react-router';
import { ServiceScreen } from './ServiceScreen';

export const route = createLazyRoute('/$kitchen/day/$service')({ component: ServiceScreen });
