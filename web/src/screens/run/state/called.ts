import type { PlannedStep } from '@/api';

/** What a step is called where it is spoken of: its words without the stop. */
export const deedOf = (step: PlannedStep | undefined): string => step?.text.replace(/\.$/, '') ?? '';

/** The same with its course, where there is more than one. */
export const calledOf = (step: PlannedStep | undefined, courses: number): string =>
  step?.course && courses > 1 ? `${step.course}: ${deedOf(step)}` : deedOf(step);
