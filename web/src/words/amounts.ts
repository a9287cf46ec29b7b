/** The words of what is asked for and of what is corrected, by themselves: they are fetched when somebody asks. */
export { amounts } from './en/amounts';
