export { beginCopy } from './recipeStore';
