/** Names the person whose work is sent, by their id: a device may hold the work of several. */
export const PERSON_HEADER = 'x-iron-gate-person';
