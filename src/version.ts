import app from '../package.json' with { type: 'json' };

/** Of the application, as its package says. */
export const VERSION: string = app.version;
