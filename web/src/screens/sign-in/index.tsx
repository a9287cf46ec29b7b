import { createLazyRoute } from '@tanstack/react-router';
import { SignIn } from './SignIn';

export const route = createLazyRoute('/sign-in')({ component: SignIn });
