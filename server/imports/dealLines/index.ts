export { importDealLines } from './importDealLines';
export { LINE_COLUMNS } from './lineRows';
