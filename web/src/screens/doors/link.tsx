import { createLazyRoute } from '@tanstack/react-router';
import { LinkScreen } from './LinkScreen';

export const route = createLazyRoute('/link')({ component: LinkScreen });
