export { PdfOfHomes } from './PdfOfHomes.js';
export { SendHomes } from './SendHomes.js';
