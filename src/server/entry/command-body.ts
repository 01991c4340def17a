/**
 * Whether what is sent to a page can be read as a command or a form of ours. The framework decodes it before any code of
 * ours runs and answers what it cannot decode as a fault of the server, so it is looked at before.
 * How arguments are written: React's reply format, of react-server-dom in react 19.3 (read in its source).
 */

/** More than this is a file: a signed-in person's page sends it with a script, and the framework decodes it, once. */
const MOST_LOOKED_AT = 64 * 1024;
/** Of a text that begins with $, what needs no further part: an escaped $, undefined, a date, a large or odd number. */
const PLAIN = /^\$(\$|undefined$|D\d{4}-|n-?\d+$|-0$|-?Infinity$|NaN$)/;
/** A form among the arguments, whose fields are parts of their own. */
const FORM = /^\$K[0-9a-f]+$/;
const COMMAND_ID = /^[0-9a-f]{40,}$/;

/** Arguments as JSON: a list in which no text points at a part that is not there. */
function isArguments(text: string, mayHoldForms: boolean): boolean {
  let isWhole = true;
  try {
    const list: unknown = JSON.parse(text, (_, value: unknown) => {
      const isMark = typeof value === 'string' && value.startsWith('$');
      if (isMark && !PLAIN.test(value) && !(mayHoldForms && FORM.test(value))) isWhole = false;
      return value;
    });
    return isWhole && Array.isArray(list);
  } catch {
    return false;
  }
}

const textOf = (form: FormData, name: string): string => {
  const value = form.get(name);
  return typeof value === 'string' ? value : '';
};

/** A form that a browser sends without scripts: it names its command, and its arguments stand beside. */
function isPlainForm(form: FormData): boolean {
  const names = [...form.keys()].filter((name) => name.startsWith('$ACTION_'));
  const refs = names.filter((name) => /^\$ACTION_REF_\d+$/.test(name));
  const ids = names.filter((name) => name.startsWith('$ACTION_ID_'));
  if (refs.length + ids.length !== 1) return false;
  if (ids.length) return COMMAND_ID.test(ids[0]!.slice('$ACTION_ID_'.length));
  const part = refs[0]!.slice('$ACTION_REF_'.length);
  try {
    const command = JSON.parse(textOf(form, `$ACTION_${part}:0`)) as { id?: unknown; bound?: unknown };
    const { id, bound } = command;
    if (typeof id !== 'string' || !COMMAND_ID.test(id)) return false;
    return bound === null || (bound === '$@1' && isArguments(textOf(form, `$ACTION_${part}:1`), false));
  } catch {
    return false;
  }
}

/**
 * @param request a POST to a page; its body is read from a copy
 * @returns false: the framework would fail on it
 */
export async function isReadableCommand(request: Request): Promise<boolean> {
  const type = request.headers.get('content-type') ?? '';
  const command = request.headers.get('next-action');
  const isForm = type.startsWith('multipart/form-data');
  if (command === null && !isForm) return true;
  if (command !== null && !COMMAND_ID.test(command)) return false;
  if (Number(request.headers.get('content-length') ?? 0) > MOST_LOOKED_AT)
    return command !== null && request.headers.has('cookie');
  const copy = request.clone();
  try {
    if (!isForm) return isArguments(await copy.text(), false);
    const form = await copy.formData();
    return command === null ? isPlainForm(form) : isArguments(textOf(form, '0'), true);
  } catch {
    return false;
  }
}
