/** Reading of stored and received designs; apart from the rest because it brings a validator along. */
export { type Clipping, readClipping } from './document/clipping';
export {
  type Branch,
  DesignError,
  type DesignFault,
  formulaFaults,
  ownMeasureFaults,
  type Tree,
  treeFaults,
} from './document/faults';
export {
  type DesignHead,
  parseDesign,
  readDesign,
  readDesignGently,
  readHead,
  readPart,
  refuseUnsound,
} from './document/read';
export { exportSet as exportSetSchema } from './document/schema';
