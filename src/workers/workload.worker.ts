/** "When must we start?" beside the screen: the round worked off in every past year, for several starts and crews. */
import { answerStart, type AskedStart } from '@/core/season/start';

self.onmessage = ({ data }: MessageEvent<AskedStart>) => self.postMessage(answerStart(data));
