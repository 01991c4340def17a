/** The store of a device in which cards are taken along; another form of a card's page has another store. */
export const CARDS_STORE = 'cards-1';
