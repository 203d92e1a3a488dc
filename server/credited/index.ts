export { withClosedDeals, withWonParts } from './deals';
export { hasLineOf, isLineList, isLineOf, LINE_LISTS, lineKeyOf, type LineList } from './lines';
export { countedSpans, cutTo, spansOf } from './spans';
