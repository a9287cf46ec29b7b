/** The words about people and kitchens, by themselves: most of the time nobody looks at those screens. */
export { people } from './en/people';
