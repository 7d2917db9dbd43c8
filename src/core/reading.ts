/** Reading of stored and received designs; apart from the rest because it brings a validator along. */
export { DesignError, type DesignFault, parseDesign, readDesign } from './document/schema';
