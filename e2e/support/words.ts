export { codeIn } from '@steepsis/contract';
