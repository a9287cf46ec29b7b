import { createLazyRoute } from '@tanstack/react-router';
import { KitchenScreen } from './KitchenScreen';

export const route = createLazyRoute('/$kitchen/kitchen')({ component: KitchenScreen });
