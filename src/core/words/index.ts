export { inputInWords, type InputFault } from './inputWords';
