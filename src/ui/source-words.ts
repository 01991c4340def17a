import type { Reason } from '@/core/gates/reason';

/** Whose rule it is. */
export const sourceWords = (r: Reason): string =>
  ({
    label: 'the label',
    'house rule': 'your house rule',
    forecast: 'the forecast',
    outlook: 'the outlook',
    plan: 'the plan',
    ledger: 'the ledger',
    seen: 'what was seen',
    'lawn sheet': 'the lawn sheet',
    'local code': 'local code',
    customer: 'the customer',
    papers: 'your papers',
    stock: 'the stock book',
  })[r.source];
