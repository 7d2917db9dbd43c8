/** Writing of PDF; apart from the rest because it brings a library along. */
export { type Pdf, type PdfOptions, type PdfPage, scenesToPdf } from './format/pdf';
