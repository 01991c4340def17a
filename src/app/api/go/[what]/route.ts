import { SHOWS } from '@/core/units/format';
import { action } from '@/server/entry/action';
import { sentRoute } from '@/server/entry/sent-route';
import { saveWalk, walkShape } from '@/server/lawns/walk';
import { measureLoad, measuredShape } from '@/server/mixing/loads';
import { readingShape, takeReading } from '@/server/soil/take-reading';
import { finishStop } from '@/server/stop/finish-stop';
import { doneStopShape } from '@/server/stop/stop-shape';
import { keepPhoto, photoShape } from '@/server/stop/keep-photo';
import { recordWords } from '@/ui/stop-words';

/** Where a phone sends what was done without a network: an address that stays, whatever version it has at hand. */
export const POST = sentRoute({
  stop: action(doneStopShape, (actor, input) => finishStop(actor, input, recordWords(SHOWS[actor.units]))),
  photo: action(photoShape, keepPhoto),
  walk: action(walkShape, saveWalk),
  reading: action(readingShape, takeReading),
  measured: action(measuredShape, measureLoad),
});
