/** "Gross margin" becomes "gross margin", "VIP deals" stays. */
export function nameInSentence({ name }: { name: string }): string {
  return /^.[^A-Z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;
}
