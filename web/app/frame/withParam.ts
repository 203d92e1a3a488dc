/** The address's query with one value more. */
export function withParam(search: string, name: string, value: string): string {
  const params = new URLSearchParams(search);
  params.set(name, value);
  return `?${params}`;
}
