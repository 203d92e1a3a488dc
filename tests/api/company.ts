/** The small company of the tests; apart from the harness, which only Vitest can load. */
export const PASSWORD = 'a long enough password';

export const UNITS_CSV = `unit,name,kind,parent,from,to
ht,Harrow & Tide,company,,,
north,Northgate,branch,ht,,
salt,Saltmarsh,branch,ht,,
deck,Deck & rigging,team,salt,,
eng,Engines,team,salt,,
ivarga,Ilse Varga,salesperson,deck,,
tbrandt,Tomas Brandt,salesperson,deck,,2026-06-30
tbrandt,Tomas Brandt,salesperson,eng,2026-07-01,
nkassem,Noor Kassem,salesperson,north,2026-01-01,
`;
