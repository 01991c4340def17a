/** Whether a word of an address can be an id at all: anything else is not asked of the database. */
export const isId = (text: string): boolean => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(text);
