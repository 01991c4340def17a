/** The loads of a morning on the demo's lawns: made, kept once, measured once, and what a record begins with. */
import { execFileSync } from 'node:child_process';
import fs from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { addDays } from '@/core/calendar/day';
import type { LoadCard } from '@/core/mixing/card';
import {
  equipmentFor,
  loadsOfMorning,
  settingsFor,
  type LoadSettings,
  type Morning,
} from '@/core/mixing/morning';
import { isOpen } from '@/core/season/standing';
import { amountIn } from '@/core/units/rate';
import { Forbidden } from '@/data/actor';
import { todayOf } from '@/data/clock';
import { inOrganisation } from '@/data/connection';
import { siteName, zonesOf } from '@/data/lawns';
import { addCards, cardOf, cardsSince, dropCardsOf } from '@/data/load-cards';
import { shelvesOf } from '@/data/stock';
import { cardAsPdf } from '@/app/api/cards/card-pdf';
import { keepCards, latestCards, loadCardSheet, measureLoad, morningSheet } from '@/server/mixing/loads';
import { moveStock } from '@/server/products/products';
import { plannedForm } from '@/server/records/form-view';
import { actor, closeAll, programmeOf, record, recordInput } from '../support/demo';

afterAll(closeAll);
const lead = actor('lead');

/** The next applications with a product, by lawn, in the order of the demo. */
async function stopsWith(product: string, most = 12) {
  const zones = await inOrganisation(lead, zonesOf);
  const found: { applicationId: string; zoneId: string; site: string }[] = [];
  for (const zone of zones) {
    const next = (await programmeOf(zone.id)).find(isOpen);
    if (next?.products.every((p) => p.label.name.startsWith(product)))
      found.push({ applicationId: next.id, zoneId: zone.id, site: siteName(zone) });
  }
  return found.slice(0, most);
}
const settings = (m: Morning, over: Partial<LoadSettings> = {}): LoadSettings => ({
  ...settingsFor(m, 'tank', equipmentFor(m, 'tank')),
  tank: '50',
  carrier: '1',
  scale: '1',
  ...over,
});
const ids = (stops: readonly { applicationId: string }[]) => stops.map((s) => s.applicationId);
const kept = async (
  applicationIds: readonly string[],
  typed: LoadSettings,
  sendKey = crypto.randomUUID(),
) => {
  const outcome = await keepCards(lead, { sendKey, applicationIds, kind: 'tank', settings: typed });
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.refusal));
  return outcome.value.ids;
};

test('stops come in the order asked for, with what their year leaves; what is not there is left out', async () => {
  const stops = await stopsWith('Prodiamine 65');
  expect(stops.length).toBeGreaterThan(2);
  const turned = ids(stops).toReversed();
  const m = await morningSheet(lead, [crypto.randomUUID(), ...turned]);
  expect(m.stops.map((s) => s.applicationId)).toEqual(turned);
  expect(m.stops[0]!.site).toBe(stops.at(-1)!.site);
  for (const s of m.stops) for (const p of s.passes[0]!.products) expect(p.left).not.toBeNull();
  const made = loadsOfMorning(m, 'tank', settings(m));
  if (made.kind !== 'loads') throw new Error(JSON.stringify(made));
  const served = made.value.cards.flatMap((c) => c.stops.map((s) => s.applicationId));
  expect([...new Set(served)]).toEqual(turned);
  // every figure that is typed is read, or named
  const bad = loadsOfMorning(m, 'tank', settings(m, { tank: '0', carrier: 'x', left: '99999' }));
  expect(bad.kind === 'issues' && bad.issues.map((i) => i.field)).toEqual([
    'Tank',
    'Left in the tank',
    'Water',
  ]);
  expect(loadsOfMorning(m, 'tank', settings(m, { left: '51' }))).toMatchObject({
    kind: 'issues',
    issues: [{ field: 'Left in the tank' }],
  });
});

test('cards are kept once, whole in themselves, and open for who may see', async () => {
  const stops = await stopsWith('Prodiamine 65', 3);
  const m = await morningSheet(lead, ids(stops));
  const key = crypto.randomUUID();
  const first = await kept(ids(stops), settings(m), key);
  expect(await kept(ids(stops), settings(m), key)).toEqual(first);
  const today = await inOrganisation(lead, (db) => todayOf(db, lead));
  const mine = (await inOrganisation(lead, (db) => cardsSince(db, today))).filter((c) =>
    first.includes(c.id),
  );
  expect(mine.map((c) => c.id)).toEqual(first);
  const sheet = (await loadCardSheet(actor('viewer'), first[0]!))!;
  expect(sheet.card).toMatchObject({ version: 1, kind: 'tank', number: 1, of: first.length, day: today });
  expect(sheet.card.products[0]!.label.ppe).not.toBe('');
  expect(JSON.stringify(sheet.card).length).toBeLessThan(20_000);
  expect((await latestCards(lead))[0]!.sites.length).toBeGreaterThan(0);
  expect(await loadCardSheet({ ...lead, orgId: 'another' }, first[0]!)).toBeNull();
  expect(() =>
    keepCards(actor('viewer'), {
      sendKey: key,
      applicationIds: ids(stops),
      kind: 'tank',
      settings: settings(m),
    }),
  ).toThrow(Forbidden);
  expect(
    await keepCards(lead, {
      sendKey: key,
      applicationIds: ids(stops),
      kind: 'hopper',
      settings: settings(m),
    }),
  ).toMatchObject({ refusal: { kind: 'gone' } });
  expect(
    await keepCards(lead, {
      sendKey: key,
      applicationIds: ids(stops),
      kind: 'tank',
      settings: settings(m, { tank: '' }),
    }),
  ).toMatchObject({ refusal: { issues: [{ field: 'Tank' }] } });
  expect(
    await keepCards(lead, {
      sendKey: key,
      applicationIds: ids(stops),
      kind: 'tank',
      settings: settings(m, { scale: '900' }),
    }),
  ).toMatchObject({ refusal: { issues: [{ field: 'Loads' }] } });
});

test('what was really measured is written once; the record begins with it, and the shelf is drawn once', async () => {
  const [stop] = await stopsWith('Prodiamine 65', 1);
  const m = await morningSheet(lead, [stop!.applicationId]);
  const [id] = await kept([stop!.applicationId], settings(m));
  const { card } = (await loadCardSheet(lead, id!))!;
  const asked = card.products[0]!.measured;
  const plain = (await plannedForm(lead, stop!.zoneId, stop!.applicationId))!;
  if (typeof plain === 'string') throw new Error('recorded');
  const used = (form: typeof plain) => Number(form.first.products[0]!.amount);
  const unit = plain.first.products[0]!.amountUnit;
  expect(used(plain)).toBeCloseTo(amountIn(asked, unit as 'g')!, 2);

  const really = {
    sendKey: crypto.randomUUID(),
    cardId: id!,
    products: [asked.amount * 1.02],
    water: card.water,
  };
  expect(await measureLoad(lead, really)).toEqual({ ok: true, value: { by: lead.name } });
  expect(await measureLoad(lead, really)).toEqual({ ok: true, value: { by: lead.name } });
  expect(await measureLoad(lead, { ...really, sendKey: crypto.randomUUID(), products: [1] })).toMatchObject({
    refusal: { issues: [{ field: 'Measured' }] },
  });
  expect(await measureLoad(lead, { ...really, products: [] })).toMatchObject({ refusal: { kind: 'gone' } });
  const form = (await plannedForm(lead, stop!.zoneId, stop!.applicationId))!;
  if (typeof form === 'string') throw new Error('recorded');
  expect(used(form) / used(plain)).toBeCloseTo(1.02, 3);
  expect(Number(form.first.water)).toBeGreaterThan(0);

  // recorded as the form has it, twice: one entry, drawn once
  const label = card.products[0]!.label.id;
  const today = await inOrganisation(lead, (db) => todayOf(db, lead));
  await moveStock(lead, {
    sendKey: crypto.randomUUID(),
    productId: label,
    kind: 'in',
    lot: 'A1',
    amount: '200',
    unit: 'oz',
    price: '',
    on: new Date(addDays(today, 0) * 86_400_000).toISOString().slice(0, 10),
    note: '',
  });
  const onHand = async () => (await inOrganisation(lead, shelvesOf)).get(label)!.onHand;
  const before = await onHand();
  const input = await recordInput(stop!.site, {
    products: form.first.products,
    water: form.first.water,
    appliedOn: form.first.appliedOn,
    confirmed: true,
  });
  expect((await record(input)).ok).toBe(true);
  expect((await record(input)).ok).toBe(true);
  expect(before - (await onHand())).toBeCloseTo(asked.amount * 1.02, 4);
});

test('a card on paper is one page with all that matters on it', async () => {
  const stops = await stopsWith('Prodiamine 65', 12);
  const m = await morningSheet(lead, ids(stops));
  const [id] = await kept(ids(stops), settings(m, { tank: '200' }));
  const stored = (await loadCardSheet(lead, id!))!;
  const dir = fs.mkdtempSync(path.join(os.tmpdir(), 'card-'));
  const file = path.join(dir, 'card.pdf');
  const textOf = async (card: LoadCard) => {
    fs.writeFileSync(file, await cardAsPdf({ ...stored, card }, 'Quillmoor', 'trade'));
    return execFileSync('pdftotext', ['-layout', file, '-'], { encoding: 'utf8' });
  };
  // four in the tank, each with words of its own, and twenty stops
  const [product] = stored.card.products;
  const full = await textOf({
    ...stored.card,
    isNewMix: true,
    rinseFirst: true,
    shut: ['here'],
    beds: true,
    concrete: true,
    products: Array.from({ length: 4 }, (_, i) => ({
      ...product!,
      label: { ...product!.label, id: String(i), compatibility: 'Agitate all the while. '.repeat(8) },
    })),
    stops: Array.from({ length: 20 }, () => {
      const s = stored.card.stops[0]!;
      return { ...s, amounts: Array(4).fill(s.amounts[0]), rates: Array(4).fill(s.rates[0]) };
    }),
  });
  expect(full.split('\f').filter((p) => p.trim())).toHaveLength(1);
  expect(full).toContain('and 6 more');
  const text = await textOf(stored.card);
  fs.rmSync(dir, { recursive: true });
  expect(text.split('\f').filter((p) => p.trim())).toHaveLength(1);
  const at = (word: string) => {
    expect(text).toContain(word);
    return text.indexOf(word);
  };
  // what is worn stands above what is poured, and that above the steps
  expect(at('Wear:')).toBeLessThan(at('Steps'));
  for (const word of ['Re-entry:', 'Fill half', 'Top up with water', 'How to walk', 'strapped', 'Demo label'])
    at(word);
  for (const s of stored.card.stops) at(s.site.slice(0, 20));
  expect(text).toMatch(/\d+ g/);
});

test('a lawn that is forgotten takes its cards with it; other cards stay', async () => {
  const stops = await stopsWith('Prodiamine 65', 2);
  const m = await morningSheet(lead, ids(stops));
  const { cards } = (() => {
    const made = loadsOfMorning(m, 'tank', settings(m, { way: 'whole lawns', tank: '7' }));
    if (made.kind !== 'loads') throw new Error(JSON.stringify(made));
    return made.value;
  })();
  const named = cards.map((card) => ({ id: crypto.randomUUID(), card }));
  await inOrganisation(lead, async (db) => {
    await addCards(db, lead.orgId, lead.name, named);
    await dropCardsOf(db, [stops[0]!.zoneId]);
    for (const { id, card } of named) {
      const isHis = card.stops.some((s) => s.zoneId === stops[0]!.zoneId);
      expect((await cardOf(db, id)) === null).toBe(isHis);
    }
  });
});
