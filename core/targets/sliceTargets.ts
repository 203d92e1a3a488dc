import { TargetBook, type TargetKey, type TargetValue } from './targetBook';
import { readSlice, type SliceDimension, type TargetSlice, writeSlice } from './targetSlice';

/**
 * Targets of slices of units: a book for each slice, so that one never feeds another, nor the
 * unit's own target (docs/calculations.md, 5). Mutated by `put` and `remove` only.
 */
export class SliceTargets {
  private books = new Map<string, TargetBook>();

  /** The targets of a slice; an empty book where there are none. */
  bookOf(slice: TargetSlice): TargetBook {
    const key = writeSlice(slice);
    let book = this.books.get(key);
    if (!book) this.books.set(key, (book = new TargetBook()));
    return book;
  }

  put(slice: TargetSlice, key: TargetKey, value: TargetValue): void {
    this.bookOf(slice).put(key, value);
  }

  remove(slice: TargetSlice, key: TargetKey): void {
    this.books.get(writeSlice(slice))?.remove(key);
  }

  /** The values of a dimension that were ever given a target, by anybody. */
  keysOf(by: SliceDimension): string[] {
    return [...this.books.keys()].flatMap((text) => {
      const slice = readSlice(text)!;
      return slice.by === by ? [slice.key] : [];
    });
  }

  *entries(): Generator<[TargetSlice, TargetKey, TargetValue]> {
    for (const [text, book] of this.books)
      for (const [key, value] of book.entries()) yield [readSlice(text)!, key, value];
  }
}
