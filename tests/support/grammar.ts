/** Values drawn by the description that a Joi shape gives of itself: mostly of its form, with what nobody would type in it. */

/** As `Joi.describe()` has it; what is not named here is drawn as anything. */
export type Described = Readonly<{
  type?: string;
  flags?: Readonly<{ presence?: string; only?: boolean }>;
  allow?: readonly unknown[];
  keys?: Readonly<Record<string, Described>>;
  items?: readonly Described[];
  matches?: readonly Readonly<{ schema?: Described; then?: Described; otherwise?: Described }>[];
  rules?: readonly Readonly<{ name: string; args?: Readonly<Record<string, unknown>> }>[];
}>;

/** What stands between two bars. */
const WORDS =
  `|| |0|1|-1|-0|1.5|1,5|12|250|0.0000001|1e308|1e-320|NaN|Infinity|0x10|1_000|½|٣|−5|5-|1 2|1/2|100000000
|٢٠٢٧-٠٣-١٨|2027-03-18|2027-03-19|2026-11-02|2027-02-30|0000-01-01|9999-12-31|10000-01-01|-000001-01-01
|2027-03-18T14:00|2027-03-18T25:00|0000-01-01T10:00|14:05|24:00|07:00|2027|March|2027-W10|0000|9999
|constructor|__proto__|toString|hasOwnProperty|null|undefined|true|[object Object]|{}|[]|'; drop table lawn;--
|<script>1</script>|=1+1|%00|%|_|../../etc/passwd|{{1}}|é漢字🌿|ﬁ|İ|oz|floz|lb|open|shut|spray|crabgrass
|smooth-crabgrass|41 Tannery Row|a@b.example`.split(/\n?\|/);
const LONG = ['9'.repeat(400), 'a'.repeat(300), 'ab '.repeat(3000)];
const TEXTS = WORDS.concat(LONG, ['\\', '\u202eabc', '\ud800', '\ufeff', 'a\tb\r\nc']);
const NUMBERS =
  '0 1 2 3 -1 -0 0.5 1e-9 12 100 2026 2027 20530 1e6 8.64e15 8.640000001e15 1e15 2147483648 9007199254740992 1e300'
    .split(' ')
    .map(Number);

export type Drawing = Readonly<{
  random: () => number;
  /** of rows that are there */
  ids: readonly string[];
}>;
const oneOf = <T>(random: () => number, list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
const limitOf = (d: Described, name: string): number | null => {
  const limit = d.rules?.find((r) => r.name === name)?.args?.['limit'];
  return typeof limit === 'number' ? limit : null;
};

function textFor(d: Described, { random, ids }: Drawing): string {
  if (d.rules?.some((r) => r.name === 'guid') && random() < 0.9)
    return random() < 0.8 ? oneOf(random, ids) : crypto.randomUUID();
  const text = random() < 0.06 ? oneOf(random, ids) : oneOf(random, TEXTS);
  const most = limitOf(d, 'max') ?? limitOf(d, 'length');
  return most === null || random() < 0.02 ? text : text.slice(0, most);
}

function numberFor(d: Described, { random }: Drawing): number {
  const [least, most] = [limitOf(d, 'min'), limitOf(d, 'max')];
  const whole = d.rules?.some((r) => r.name === 'integer') ?? false;
  if (least !== null && most !== null && random() < 0.7) {
    const n = least + random() * (most - least);
    return whole ? Math.round(n) : n;
  }
  const n = oneOf(random, NUMBERS);
  const fitted = Math.min(most ?? Infinity, Math.max(least ?? -Infinity, whole ? Math.round(n) : n));
  return random() < 0.05 ? n : fitted;
}

/** One value; now and then one of another form. */
export function drawn(d: Described, by: Drawing): unknown {
  const { random } = by;
  if (random() < 0.01) return oneOf(random, [null, 1, 'x', [], {}, true, [[]], { a: { b: {} } }]);
  if (d.allow?.length && (d.flags?.only || random() < 0.3)) return oneOf(random, d.allow);
  switch (d.type) {
    case 'object':
      return Object.fromEntries(
        Object.entries(d.keys ?? {})
          .filter(([, k]) => k.flags?.presence === 'required' || random() < 0.8)
          .map(([name, k]) => [name, drawn(k, by)]),
      );
    case 'array': {
      const least = limitOf(d, 'min') ?? limitOf(d, 'length') ?? 0;
      const most = limitOf(d, 'length') ?? Math.min(limitOf(d, 'max') ?? 4, 4);
      const n = Math.max(least, Math.floor(random() * (most + 1)));
      return Array.from({ length: n }, () => drawn(oneOf(random, d.items?.length ? d.items : [{}]), by));
    }
    case 'alternatives': {
      const ways = (d.matches ?? []).flatMap((m) =>
        [m.schema, m.then, m.otherwise].filter((w) => w !== undefined),
      );
      return drawn(oneOf(random, ways.length ? ways : [{}]), by);
    }
    case 'string':
      return textFor(d, by);
    case 'number':
      return numberFor(d, by);
    case 'boolean':
      return random() < 0.5;
    default:
      return oneOf(random, [oneOf(random, TEXTS), oneOf(random, NUMBERS), {}, [], null]);
  }
}
