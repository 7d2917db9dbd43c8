export { withCells, withColumnAt, withoutColumn, withoutRow, withReset, withRowAt } from './grid/edit';
export { gridForms, withForm } from './grid/forms';
export { type BendGrid, gridFrom, gridNumbers, mostLines as mostGridLines } from './grid/grid';
export { type BendPin, pinNumbers, pinsFrom, usualRadius } from './pins/pin';
