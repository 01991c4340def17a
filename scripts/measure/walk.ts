/** The way of one value through the code: from function to function as the text of the program passes it on. */
import path from 'node:path';
import ts from 'typescript';
import { isFunction } from './source';

export type Walk = Readonly<{
  stays: number;
  files: number;
  returns: number;
  climbs: number;
  route: readonly string[];
}>;

/**
 * Follows a parameter through the calls that pass on what is it, holds it or was made of it: in the order of the text, branches one
 * after the other, a function that was passed before without going in again. A stay is a file entered by a call; a return is a stay in a
 * file that was left before; a climb goes to a room above (see FLOORS).
 * @throws RangeError if the checkout has no such function or parameter
 */
export function walk(root: string, program: ts.Program, file: string, name: string, parameter: string): Walk {
  const checker = program.getTypeChecker();
  const start = program.getSourceFile(path.join(root, file));
  const first = start && find(start, name);
  const at = first?.parameters.findIndex((p) => p.name.getText() === parameter) ?? -1;
  if (!first || at < 0) throw new RangeError(`${file} has no function ${name} with a parameter ${parameter}`);
  const route: string[] = [file];
  const passed = new Set<string>();

  const enter = (fn: ts.FunctionLikeDeclaration, which: readonly number[]) => {
    const where = path.relative(root, fn.getSourceFile().fileName).replaceAll('\\', '/');
    if (route.at(-1) !== where) route.push(where);
    const key = `${where} ${fn.pos}`;
    if (passed.has(key) || !fn.body) return;
    passed.add(key);
    const tracked = new Set<ts.Symbol>();
    const track = (binding: ts.BindingName) => {
      if (ts.isIdentifier(binding)) {
        const symbol = checker.getSymbolAtLocation(binding);
        if (symbol) tracked.add(symbol);
      } else for (const e of binding.elements) if (ts.isBindingElement(e)) track(e.name);
    };
    for (const i of which) {
      const p = fn.parameters[i] ?? fn.parameters.at(-1);
      if (p) track(p.name);
    }
    const mentions = (n: ts.Node): boolean => {
      if (ts.isIdentifier(n)) {
        const symbol = ts.isShorthandPropertyAssignment(n.parent)
          ? checker.getShorthandAssignmentValueSymbol(n.parent)
          : checker.getSymbolAtLocation(n);
        return symbol !== undefined && tracked.has(symbol);
      }
      if (ts.isCallExpression(n)) return false;
      return ts.forEachChild(n, (child) => mentions(child) || undefined) ?? false;
    };
    /** What a call makes of it, once it has a name, is it in another form. */
    const isMadeOfIt = (n: ts.Expression): boolean => {
      const made = ts.isAwaitExpression(n) ? n.expression : n;
      return ts.isCallExpression(made) ? made.arguments.some(mentions) : mentions(n);
    };
    const visit = (n: ts.Node) => {
      ts.forEachChild(n, visit);
      if (ts.isVariableDeclaration(n) && n.initializer && isMadeOfIt(n.initializer)) track(n.name);
      if (!ts.isCallExpression(n)) return;
      const passes = n.arguments.flatMap((a, i) => (!isFunction(a) && mentions(a) ? [i] : []));
      const callee = passes.length ? declarationOf(n) : undefined;
      if (callee) enter(callee, passes);
    };
    visit(fn.body);
  };
  const declarationOf = (call: ts.CallExpression): ts.FunctionLikeDeclaration | undefined => {
    let symbol = checker.getSymbolAtLocation(call.expression);
    if (symbol && symbol.flags & ts.SymbolFlags.Alias) symbol = checker.getAliasedSymbol(symbol);
    const d = symbol?.valueDeclaration;
    const made = d && ts.isVariableDeclaration(d) ? d.initializer : d;
    if (!made || !isFunction(made)) return undefined;
    return path.relative(root, made.getSourceFile().fileName).startsWith('src') ? made : undefined;
  };
  enter(first, [at]);
  const files = new Set(route);
  return {
    stays: route.length,
    files: files.size,
    returns: route.length - files.size,
    climbs: route.filter((f, i) => i > 0 && floorOf(f) > floorOf(route[i - 1]!)).length,
    route,
  };
}

/** From the ground up. */
const FLOORS = ['core', 'threads', 'geometry', 'devices', 'formats', 'data', 'server', 'ui', 'app'];
const floorOf = (file: string) => FLOORS.indexOf(file.split('/')[1] ?? '');

function find(file: ts.SourceFile, name: string): ts.FunctionLikeDeclaration | undefined {
  for (const s of file.statements) {
    if (ts.isFunctionDeclaration(s) && s.name?.text === name) return s;
    if (ts.isVariableStatement(s))
      for (const d of s.declarationList.declarations)
        if (d.name.getText() === name && d.initializer && isFunction(d.initializer)) return d.initializer;
  }
  return undefined;
}
