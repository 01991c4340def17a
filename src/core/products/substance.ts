/**
 * Which substance a name on a label is. Marks, brackets, spaces and case do not matter; a salt or an ester is its acid, an
 * enriched isomer its mixture. So "dimethylamine salt of 2,4-dichlorophenoxyacetic acid*" and "2, 4-d" are one in every
 * limit. What is not in the table is never guessed: it is asked about.
 */
import { FORMS, FORM_NAMES, SUBSTANCES, isCasNumber, type FormName, type Substance } from './substances';

export type NamedSubstance =
  /** one of the table, as itself (`form` null) or as one of its salts and esters */
  | Readonly<{ kind: 'known'; substance: Substance; form: FormName | null }>
  /** several of the table in one text: each has a line of its own */
  | Readonly<{ kind: 'several'; substances: readonly Substance[] }>
  /** none of the table; `like`: those that a slip of the pen would make of it, the likeliest first */
  | Readonly<{ kind: 'unknown'; like: readonly Substance[] }>;

/** Letters and digits alone: how a name is compared. */
const bare = (text: string): string =>
  text
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]/g, '');

const BY_NAME: ReadonlyMap<string, Substance> = new Map(
  SUBSTANCES.flatMap((s) => [s.name, ...s.synonyms.filter((x) => !isCasNumber(x))].map((n) => [bare(n), s])),
);
type Named = Readonly<{ substance: Substance; form: FormName | null }>;
const BY_CAS: ReadonlyMap<string, Named> = new Map(
  SUBSTANCES.flatMap((substance) => [
    ...[substance.cas, ...substance.synonyms.filter(isCasNumber)].map((cas): [string, Named] => [
      cas,
      { substance, form: null },
    ]),
    ...FORM_NAMES.flatMap((form): [string, Named][] => {
      const cas = substance.forms?.[form];
      return cas ? [[cas, { substance, form }]] : [];
    }),
  ]),
);
const BY_FORM: ReadonlyMap<string, FormName> = new Map(
  FORM_NAMES.flatMap((name) => [name, ...FORMS[name].words].map((w) => [bare(w), name])),
);

/** "in the form of its", "(as the", "salt of": what stands between an acid and its form. */
const JOINS = /\b(?:in the form of|as)(?: its| the| an?)?\b/g;
const ENDING = /(?<![\s,-])[\s,-]+(?:amine )?(?:salts?|esters?|amine)$/;
const SALT_OF = /\b(?:salts?|esters?)(?: form)? of /;

/** A name without its form, and the form; null: no word of it says one. */
function partsOf(text: string): Readonly<{ acid: string; form: FormName | null }> | null {
  const of = SALT_OF.exec(text);
  if (of) return { acid: text.slice(of.index + of[0].length), form: formIn(text.slice(0, of.index)) };
  const joined = text.replace(JOINS, ' ');
  const end = ENDING.exec(joined);
  const words = (end ? joined.slice(0, end.index) : joined)
    .split(/[\s,]+|(?<=[a-z])-(?=[a-z])/)
    .filter(Boolean);
  // the longest ending that is a form: "2,4-D 2-ethylhexyl", "triclopyr butoxyethyl", "glyphosate-isopropylammonium"
  for (let n = Math.min(3, words.length - 1); n >= 1; n--) {
    const form = BY_FORM.get(bare(words.slice(-n).join('')));
    const acid = joined.slice(0, joined.lastIndexOf(words.at(-n)!));
    if (form && acid.trim()) return { acid, form };
  }
  return end ? { acid: words.join(' '), form: null } : null;
}

const formIn = (text: string): FormName | null =>
  BY_FORM.get(bare(text)) ??
  FORM_NAMES.find((name) => FORMS[name].words.some((w) => w.length > 3 && bare(text).includes(bare(w)))) ??
  null;

function known(text: string): Extract<NamedSubstance, { kind: 'known' }> | null {
  const whole = BY_NAME.get(bare(text));
  if (whole) return { kind: 'known', substance: whole, form: null };
  const parts = partsOf(text) ?? { acid: text.replace(/ acid$/, ''), form: null };
  const acid = BY_NAME.get(bare(parts.acid));
  if (acid) return { kind: 'known', substance: acid, form: parts.form };
  // two names of one and the same, or a name and its form: "glyphosate, N-(phosphonomethyl)glycine, as its potassium salt"
  const words = text.split(', ');
  const names = words.flatMap((w) => BY_NAME.get(bare(w)) ?? []);
  const forms = words
    .filter((w) => !BY_NAME.has(bare(w)))
    .map((w) => formIn(w.replace(JOINS, '').replace(ENDING, '')));
  const isOne = new Set(names).size === 1 && forms.length <= 1 && !forms.includes(null);
  return isOne ? { kind: 'known', substance: names[0]!, form: forms[0] ?? null } : null;
}

/** @param text an active ingredient as it stands on a label, or a CAS number */
export function nameSubstance(text: string): NamedSubstance {
  const plain = text.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ').trim();
  for (const [number] of plain.matchAll(/\b\d{2,7}-\d{2}-\d\b/g)) {
    const found = BY_CAS.get(number);
    if (found) return { kind: 'known', ...found };
  }
  // without what stands in brackets, with it, and what stands there by itself
  const inside = [...plain.matchAll(/[([]([^()[\]]*)[)\]]/g)].map((m) => m[1]!);
  for (const tried of [plain, plain.replace(/[([][^()[\]]*[)\]]/g, ' ').trim(), ...inside]) {
    const found = tried ? known(tried) : null;
    if (found) return found;
  }
  const several = plain
    .split(/[+&;/]|\band\b|, (?=[a-z])/)
    .map((part) => known(part.trim())?.substance)
    .filter((s) => s !== undefined);
  if (new Set(several).size > 1) return { kind: 'several', substances: [...new Set(several)] };
  return { kind: 'unknown', like: near(plain) };
}

/** Names that few slips of the pen make of this one, the fewest first. */
function near(text: string): Substance[] {
  const typed = bare(partsOf(text)?.acid ?? text);
  const most = typed.length < 6 ? 1 : 2;
  const found = [...BY_NAME].flatMap(([name, substance]) => {
    const slips = slipsBetween(typed, name, most);
    return slips <= most ? [{ substance, slips }] : [];
  });
  return [...new Set(found.sort((a, b) => a.slips - b.slips).map((f) => f.substance))].slice(0, 3);
}

/**
 * Letters left out, added, exchanged or swapped with their neighbor between two words; more than `most`: some more.
 * Source: Damerau 1964, CACM 7:171 (optimal string alignment), by the usual table.
 */
function slipsBetween(a: string, b: string, most: number): number {
  if (Math.abs(a.length - b.length) > most) return most + 1;
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      let least = Math.min(row[j - 1]! + 1, last[j]! + 1, last[j - 1]! + same);
      if (i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1])
        least = Math.min(least, before[j - 2]! + 1);
      row.push(least);
    }
    before = last;
    last = row;
  }
  return last[b.length]!;
}

/**
 * One key for a substance, however a label spells it. A name that the table lacks is a substance of its own, by its letters
 * and digits; whether it really is one is asked where it is typed.
 */
export function substanceKey(name: string): string {
  const found = named(name);
  return found.kind === 'known'
    ? bare(found.substance.name)
    : bare(partsOf(name.toLowerCase())?.acid ?? name);
}

const NAMED = new Map<string, NamedSubstance>();
/** As `nameSubstance`, kept: gates ask it of every ingredient of every application. */
function named(name: string): NamedSubstance {
  const there = NAMED.get(name);
  if (there) return there;
  // names come from labels: few; whoever sends others over HTTP must not fill the memory
  if (NAMED.size > MOST_KEPT) NAMED.clear();
  const found = nameSubstance(name);
  NAMED.set(name, found);
  return found;
}
const MOST_KEPT = 5000;

/** Whether a name is one of the table's. */
export const isKnownSubstance = (name: string): boolean => named(name).kind === 'known';

/** An ingredient that is none of the table and that nobody has said to be a substance of its own; null: it is settled. */
export function openQuestion(i: Readonly<{ name: string; isOwn?: true }>): readonly Substance[] | null {
  if (i.isOwn) return null;
  const found = named(i.name);
  return found.kind === 'known' ? null : found.kind === 'several' ? found.substances : found.like;
}

/** Whether two names are one substance. */
export const isSameSubstance = (a: string, b: string): boolean => substanceKey(a) === substanceKey(b);
