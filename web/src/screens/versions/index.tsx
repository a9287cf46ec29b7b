import { createLazyRoute } from '@tanstack/react-router';
import { VersionsScreen } from './VersionsScreen';

export const route = createLazyRoute('/$kitchen/formula/$formula/versions')({ component: VersionsScreen });
