/** The states and territories in which products are registered, by code and name: published, USPS abbreviations (from memory). */
const NAMES: Readonly<Record<string, string>> = {
  AL: 'Alabama',
  AK: 'Alaska',
  AZ: 'Arizona',
  AR: 'Arkansas',
  CA: 'California',
  CO: 'Colorado',
  CT: 'Connecticut',
  DE: 'Delaware',
  DC: 'District of Columbia',
  FL: 'Florida',
  GA: 'Georgia',
  HI: 'Hawaii',
  ID: 'Idaho',
  IL: 'Illinois',
  IN: 'Indiana',
  IA: 'Iowa',
  KS: 'Kansas',
  KY: 'Kentucky',
  LA: 'Louisiana',
  ME: 'Maine',
  MD: 'Maryland',
  MA: 'Massachusetts',
  MI: 'Michigan',
  MN: 'Minnesota',
  MS: 'Mississippi',
  MO: 'Missouri',
  MT: 'Montana',
  NE: 'Nebraska',
  NV: 'Nevada',
  NH: 'New Hampshire',
  NJ: 'New Jersey',
  NM: 'New Mexico',
  NY: 'New York',
  NC: 'North Carolina',
  ND: 'North Dakota',
  OH: 'Ohio',
  OK: 'Oklahoma',
  OR: 'Oregon',
  PA: 'Pennsylvania',
  PR: 'Puerto Rico',
  RI: 'Rhode Island',
  SC: 'South Carolina',
  SD: 'South Dakota',
  TN: 'Tennessee',
  TX: 'Texas',
  UT: 'Utah',
  VT: 'Vermont',
  VA: 'Virginia',
  WA: 'Washington',
  WV: 'West Virginia',
  WI: 'Wisconsin',
  WY: 'Wyoming',
};
const CODES = new Map(
  Object.entries(NAMES).flatMap(([code, name]) => [
    [code.toLowerCase(), code],
    [name.toLowerCase(), code],
  ]),
);

/** One key for a state, by code or name in any case ("IL", "Illinois", "ill." is not one); other places are their own words. */
export function stateKey(text: string): string {
  const plain = text.trim().replace(/\s+/g, ' ').toLowerCase();
  return CODES.get(plain) ?? plain;
}

/** The names of all of them, for a list to choose from. */
export const STATE_NAMES: readonly string[] = Object.values(NAMES);
/** A state's name, from its code or its name in any spelling; another place is what it was typed as. */
export const stateName = (text: string): string => NAMES[stateKey(text)] ?? text.trim();
/** Whether a place is one that the list knows. */
export const isState = (text: string): boolean => NAMES[stateKey(text)] !== undefined;
