/** Bolt: the product is registered, and in the state where the lawn lies. */
import { gateName } from './gate-names';
import { constantLane } from '@/core/calendar/span';
import { stateKey } from '@/core/trade/states';
import { ajar, open, shut, type Gate } from './gate';

export const registration: Gate = {
  key: 'registration',
  name: gateName('registration'),
  asks: 'herbicide',
  isWeather: false,
  spans: ({ product: { label }, zone: { state } }, range) => {
    const { status, registeredIn } = label;
    if (status === 'cancelled')
      return constantLane(range, shut('bolt', { code: 'product-cancelled', source: 'label' }));
    if (registeredIn === null || state === null)
      return constantLane(
        range,
        ajar({
          code: 'not-known',
          source: registeredIn === null ? 'label' : 'lawn sheet',
          missing: registeredIn === null ? 'registration' : 'state',
        }),
      );
    const facts = { source: 'label', state, registeredIn } as const;
    return constantLane(
      range,
      registeredIn.some((s) => stateKey(s) === stateKey(state))
        ? open({ code: 'registered-here', ...facts })
        : shut('bolt', { code: 'not-registered-here', ...facts }),
    );
  },
};
