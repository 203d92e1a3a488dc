import type { Codes } from './linkedRows';

/** A column of a pack: whole numbers as narrow as they allow, all others as they are. */
export type PackedColumn = Codes | Int8Array | Int16Array | Float64Array;

const TYPES = {
  u8: Uint8Array,
  u16: Uint16Array,
  u32: Uint32Array,
  i8: Int8Array,
  i16: Int16Array,
  i32: Int32Array,
  f64: Float64Array,
} as const;
type TypeName = keyof typeof TYPES;

/** Every column begins where the widest number may stand. */
const ALIGN = 8;
const pad = (bytes: number) => Math.ceil(bytes / ALIGN) * ALIGN;

interface Contents {
  header: unknown;
  columns: { name: string; type: TypeName; length: number }[];
}

/**
 * Columns and a header as one run of bytes: the length of the description (32 bits, little-endian),
 * the description in JSON, then the columns one after another.
 */
export function packColumns(
  header: unknown,
  columns: Readonly<Record<string, PackedColumn>>,
): Uint8Array<ArrayBuffer> {
  const list = Object.entries(columns);
  const contents: Contents = {
    header,
    columns: list.map(([name, column]) => ({ name, type: typeOf(column), length: column.length })),
  };
  const text = toBytes(JSON.stringify(contents));
  const begins = pad(4 + text.length);
  const size = list.reduce((sum, [, column]) => sum + pad(column.byteLength), begins);
  const bytes = new Uint8Array(size);
  new DataView(bytes.buffer).setUint32(0, text.length, true);
  bytes.set(text, 4);
  let at = begins;
  for (const [, column] of list) {
    bytes.set(new Uint8Array(column.buffer, column.byteOffset, column.byteLength), at);
    at += pad(column.byteLength);
  }
  return bytes;
}

/** What `packColumns` made; the columns are views of the same bytes. @throws Error on other bytes */
export function unpackColumns<Header>(bytes: ArrayBuffer): {
  header: Header;
  columns: Record<string, PackedColumn>;
} {
  const length = new DataView(bytes).getUint32(0, true);
  const { header, columns } = JSON.parse(
    fromBytes(new Uint8Array(bytes, 4, length)),
  ) as Contents & { header: Header };
  const found: Record<string, PackedColumn> = {};
  let at = pad(4 + length);
  for (const { name, type, length: count } of columns) {
    const column = new TYPES[type](bytes, at, count);
    found[name] = column;
    at += pad(column.byteLength);
  }
  return { header, columns: found };
}

/** JSON as ASCII: what is beyond it is escaped (RFC 8259, 7). */
function toBytes(json: string): Uint8Array {
  const ascii = json.replace(
    /[^\0-\x7f]/g,
    (letter) => `\\u${letter.charCodeAt(0).toString(16).padStart(4, '0')}`,
  );
  return Uint8Array.from(ascii, (letter) => letter.charCodeAt(0));
}

const AT_ONCE = 8_192;

function fromBytes(bytes: Uint8Array): string {
  let text = '';
  for (let at = 0; at < bytes.length; at += AT_ONCE)
    text += String.fromCharCode(...bytes.subarray(at, at + AT_ONCE));
  return text;
}

function typeOf(column: PackedColumn): TypeName {
  return Object.entries(TYPES).find(([, type]) => column instanceof type)![0] as TypeName;
}

/** The same whole numbers in the narrowest array that holds them; fractions stay as they are. */
export function narrow(values: ArrayLike<number>): PackedColumn {
  let [least, most] = [0, 0];
  for (let i = 0; i < values.length; i++) {
    const value = values[i]!;
    if (!Number.isInteger(value)) return Float64Array.from(values);
    if (value < least) least = value;
    if (value > most) most = value;
  }
  const fits = (low: number, high: number) => least >= low && most <= high;
  if (fits(0, 0xff)) return Uint8Array.from(values);
  if (fits(-0x80, 0x7f)) return Int8Array.from(values);
  if (fits(0, 0xffff)) return Uint16Array.from(values);
  if (fits(-0x8000, 0x7fff)) return Int16Array.from(values);
  if (fits(0, 0xffffffff)) return Uint32Array.from(values);
  if (fits(-0x80000000, 0x7fffffff)) return Int32Array.from(values);
  return Float64Array.from(values);
}
