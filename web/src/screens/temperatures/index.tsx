import { createLazyRoute } from '@tanstack/react-router';
import { TemperaturesScreen } from './TemperaturesScreen';

export const route = createLazyRoute('/$kitchen/temperatures')({ component: TemperaturesScreen });
