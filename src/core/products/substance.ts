/**
 * One key for a substance, however a sheet spells it: case and spaces do not matter, a salt or an ester is its acid, and
 * an enriched isomer is its mixture. So "2,4-D dimethylamine salt" and "2,4-d" are one in every limit. Names and forms are
 * common chemistry, from memory.
 */
const FORMS =
  /[\s,-]+(?:2-)?(?:di|tri|mono)?(?:methyl|ethyl|isopropyl|butoxyethyl|ethylhexyl|isooctyl|octyl|butyl|choline|meptyl)?(?:amine|ammonium|potassium|sodium|calcium|lithium|ester|salt|acid|choline|bee|dma|ipa|tea|ehe|k|na)(?=$|[\s,])/g;
/** What is left of an ester once the word is gone: behind a space or a comma, so that "halosulfuron-methyl" keeps its name. */
const RADICALS = /[\s,]+(?:2-)?(?:butoxyethyl|ethylhexyl|isooctyl|octyl|butyl|isopropyl|dimethyl)$/;
const ALIASES: Readonly<Record<string, string>> = {
  mcpp: 'mecoprop',
  'mcpp-p': 'mecoprop',
  'mecoprop-p': 'mecoprop',
  'dichlorprop-p': 'dichlorprop',
  '2,4-dp': 'dichlorprop',
  '2,4-dp-p': 'dichlorprop',
  'dimethenamid-p': 'dimethenamid',
  's-metolachlor': 'metolachlor',
  dcpa: 'chlorthal-dimethyl',
};

export function substanceKey(name: string): string {
  let key = name
    .trim()
    .toLowerCase()
    .replace(/\([^)]*\)/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
  for (let before = ''; before !== key;) {
    before = key;
    key = key.replace(FORMS, '').replace(RADICALS, '').trim();
  }
  return ALIASES[key] ?? key;
}
