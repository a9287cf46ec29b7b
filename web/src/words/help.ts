/** The words of the help, by themselves: they are fetched when somebody asks for it. */
export { help } from './en/help';
