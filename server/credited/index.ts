export { firstDealsOf, withClosedDeals, withWonParts } from './deals';
export { hasLineOf, isLineList, isLineOf, LINE_LISTS, lineKeyOf, type LineList } from './lines';
export { loadOpenBook, type OpenBook } from './openDeals';
export { countedSpans, cutTo, spansOf } from './spans';
