import { createLazyRoute } from '@tanstack/react-router';
import { Table } from './Table';

export const route = createLazyRoute('/$kitchen/')({ component: Table });
