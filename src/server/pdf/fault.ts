/** Says in plain words why a page cannot be read. */
export class PdfFault extends Error {}
