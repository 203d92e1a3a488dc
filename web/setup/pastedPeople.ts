/** A line of a pasted list of people. */
export interface PastedPerson {
  name: string;
  email?: string;
}

/** Reads names, one a line, each perhaps with an e-mail behind a tab, comma or semicolon. */
export function readPeople(text: string): PastedPerson[] {
  return text.split(/\r?\n/).flatMap((line) => {
    const fields = line.split(/[\t;,]/).map((field) => field.trim());
    const email = fields.find((field) => /^\S+@\S+$/.test(field));
    const name = fields.filter((field) => field !== '' && field !== email).join(' ');
    return name === '' ? [] : [{ name, ...(email && { email }) }];
  });
}
