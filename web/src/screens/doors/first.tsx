import { createLazyRoute } from '@tanstack/react-router';
import { FirstScreen } from './FirstScreen';

export const route = createLazyRoute('/first')({ component: FirstScreen });
