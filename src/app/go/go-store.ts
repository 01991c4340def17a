/** The store of a device in which pages of a day are kept; another form of them has another store. */
export const GO_STORE = 'go-1';
