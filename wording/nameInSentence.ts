import { language } from './language';
import { shippedWord } from './shipped';

/** "Gross margin" becomes "gross margin", "VIP deals" stays. */
export function nameInSentence({ name }: { name: string }): string {
  return /^.[^A-Z]/.test(name) ? name.charAt(0).toLowerCase() + name.slice(1) : name;
}

/** The name of a measure within a sentence, in the reader's language; German nouns stay large. */
export function measureInSentence(measure: { name: string }): string {
  return language().code === 'en' ? nameInSentence(measure) : shippedWord(measure.name);
}
