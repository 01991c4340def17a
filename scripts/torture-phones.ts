/**
 * Phones of torture: each does stops into the app's own outbox, in a simulated browser store, and sends them as the app
 * does, while the server is killed and the phones' pages too. Told to end, they send what is left and print the keys of
 * what they had kept, as JSON. Arguments: as JSON on standard input.
 */
import 'fake-indexeddb/auto';
import { deviceIn, openStore, type Device } from '../src/app/outbox/device';
import { itemOf, type KeptRun } from '../src/app/outbox/item';
import { outcomeFrom, sendTurn, type Post } from '../src/app/outbox/turn';
import { STOP_FORM, type DoneStop } from '../src/core/stop/bundle';

type Asked = Readonly<{
  url: string;
  cookie: string;
  zones: readonly Readonly<{ id: string; lawnId: string }>[];
  productId: string;
  phones: number;
  seconds: number;
  patienceSeconds: number;
}>;

const read = async (): Promise<Asked> => {
  let text = '';
  for await (const part of process.stdin) text += String(part);
  return JSON.parse(text) as Asked;
};
const asked = await read();
const pause = (ms: number) => new Promise((go) => setTimeout(go, ms));
const any = <T>(list: readonly T[]): T => list[Math.floor(Math.random() * list.length)]!;

const post: Post = async (item) => {
  try {
    const answer = await fetch(`${asked.url}/api/go/${item.kind}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', cookie: asked.cookie },
      body: JSON.stringify({ ...item.input, sentAt: Date.now() }),
      signal: AbortSignal.timeout(20_000),
    });
    return outcomeFrom(await answer.json().catch(() => null), item.kind);
  } catch {
    return { ok: false, refusal: { kind: 'unreachable' } };
  }
};

/** A stop that nobody planned, with all that a stop can bring; its key stands in its words. */
function stop(): DoneStop {
  const { id: zoneId, lawnId } = any(asked.zones);
  const sendKey = crypto.randomUUID();
  const now = Date.now();
  return {
    form: STOP_FORM,
    sendKey,
    lawnId,
    truck: 'Truck of torture',
    sentAt: now,
    arrivedAt: now - 900_000,
    leftAt: now,
    zones: [
      {
        zoneId,
        applicationId: crypto.randomUUID(),
        products: [
          {
            plannedProductId: '',
            productId: asked.productId,
            use: 'pre-emergent',
            targets: [],
            place: 'spots',
            ground: sendKey.slice(0, 8),
            area: '100',
            amount: '0.05',
            amountUnit: 'oz',
            lot: '',
            tank: 1,
          },
        ],
        water: '0.1',
        startedAt: now - 600_000,
        endedAt: now - 300_000,
        method: 'backpack',
        equipment: '',
        anyway: '',
      },
    ],
    appliedBy: 'Tobin Asher',
    certifiedBy: '',
    wind: '4',
    windFrom: 'SW',
    air: '55',
    seen: { leafWet: null, bloom: null, green: '50', soil: '52' },
    place: null,
    stages: [],
    ticked: [],
    extras: [],
    told: `note ${sendKey}`,
    toldHow: 'handed over',
    signWords: '',
    said: '',
    notes: sendKey,
  };
}

const kept: string[] = [];
let killed = 0;
async function phone(n: number): Promise<void> {
  const open = async (): Promise<Device> => deviceIn(await openStore(`phone ${n}`));
  let device = await open();
  const until = Date.now() + asked.seconds * 1000;
  while (Date.now() < until) {
    const input = stop();
    const run = { key: input.sendKey, sendKey: input.sendKey, lawnId: input.lawnId, leftAt: 1 } as KeptRun;
    await device.put([itemOf('stop', input, input.lawnId)], run);
    kept.push(input.sendKey);
    const turn = sendTurn(device, post, Date.now);
    // the page is killed while it sends: another one sends the same
    if (Math.random() < 0.3) {
      killed++;
      void turn.catch(() => undefined);
      device = await open();
    } else await turn;
    await pause(Math.random() * 300);
  }
  const end = Date.now() + asked.patienceSeconds * 1000;
  while ((await device.waiting()).length && Date.now() < end) {
    // what failed often is tried less often: here its hour has come
    await sendTurn(device, post, () => Date.now() + 7_200_000);
    await pause(300);
  }
  const answers = await device.answers();
  const refused = answers.filter((a) => a.refusal);
  if (refused.length) throw new Error(`Refused: ${JSON.stringify(refused.slice(0, 3))}`);
  const waiting = await device.waiting();
  if (waiting.length)
    throw new Error(`${waiting.length} stops were not answered: ${JSON.stringify(waiting[0])}`);
}
await Promise.all(Array.from({ length: asked.phones }, (_, n) => phone(n)));
console.log(JSON.stringify({ kept, killed }));
