/** The source of a checkout as the compiler reads it: files, functions with their lengths and branches, and comments. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

export type SourceFile = Readonly<{
  /** from the checkout's root, with slashes */
  name: string;
  lines: number;
  commentLines: number;
  exports: number;
  functions: readonly Measured[];
  node: ts.SourceFile;
}>;
/** A function of at least one line: its name, its lines without the comment above it, and its cyclomatic complexity. */
type Measured = Readonly<{ name: string; line: number; lines: number; complexity: number }>;

/** Drawings are data in code. */
const DRAWINGS = /^src\/ui\/weed-art\//;
export const isTest = (name: string) => /\.test\.tsx?$/.test(name) || name.startsWith('tests/');
export const isDrawing = (name: string) => DRAWINGS.test(name);

/** All files that the checkout's tsconfig.json includes, without generated ones; and the checker. */
export function readCheckout(root: string): Readonly<{ files: SourceFile[]; program: ts.Program }> {
  const configFile = path.join(root, 'tsconfig.json');
  const { config } = ts.readConfigFile(configFile, (f) => readFileSync(f, 'utf8')) as { config: object };
  const parsed = ts.parseJsonConfigFileContent(config, ts.sys, root);
  const program = ts.createProgram(parsed.fileNames, parsed.options);
  program.getTypeChecker(); // ties every node to its parent
  const files = program
    .getSourceFiles()
    .filter((f) => !f.isDeclarationFile)
    .map((node) => ({ node, name: path.relative(root, node.fileName).replaceAll('\\', '/') }))
    .filter(({ name }) => /^(src|tests|scripts)\//.test(name))
    .map(({ name, node }) => fileOf(name, node));
  return { files, program };
}

function fileOf(name: string, node: ts.SourceFile): SourceFile {
  return {
    name,
    node,
    lines: node.text.split('\n').length - 1,
    commentLines: commentLinesOf(node),
    exports: exportsOf(node),
    functions: functionsOf(node),
  };
}

function commentLinesOf(node: ts.SourceFile): number {
  const seen = new Set<number>();
  const visit = (n: ts.Node) => {
    if (!n.getChildCount(node))
      for (const c of ts.getLeadingCommentRanges(node.text, n.getFullStart()) ?? []) note(c);
    n.getChildren(node).forEach(visit);
  };
  const note = ({ pos, end }: ts.CommentRange) => {
    const from = node.getLineAndCharacterOfPosition(pos).line;
    const to = node.getLineAndCharacterOfPosition(end).line;
    for (let line = from; line <= to; line++) seen.add(line);
  };
  visit(node);
  return seen.size;
}

function exportsOf(node: ts.SourceFile): number {
  let n = 0;
  for (const statement of node.statements) {
    if (ts.isExportDeclaration(statement))
      n +=
        statement.exportClause && ts.isNamedExports(statement.exportClause)
          ? statement.exportClause.elements.length
          : 1;
    else if (
      ts.canHaveModifiers(statement) &&
      ts.getModifiers(statement)?.some((m) => m.kind === ts.SyntaxKind.ExportKeyword)
    )
      n += ts.isVariableStatement(statement) ? statement.declarationList.declarations.length : 1;
  }
  return n;
}

export const isFunction = (n: ts.Node): n is ts.FunctionLikeDeclaration & { body: ts.Node } =>
  (ts.isFunctionDeclaration(n) ||
    ts.isFunctionExpression(n) ||
    ts.isArrowFunction(n) ||
    ts.isMethodDeclaration(n) ||
    ts.isConstructorDeclaration(n)) &&
  n.body !== undefined;

function functionsOf(file: ts.SourceFile): Measured[] {
  const out: Measured[] = [];
  const visit = (n: ts.Node) => {
    if (isFunction(n) && isNamed(n)) {
      const from = file.getLineAndCharacterOfPosition(n.getStart(file)).line;
      const to = file.getLineAndCharacterOfPosition(n.end).line;
      out.push({ name: nameOf(n), line: from + 1, lines: to - from + 1, complexity: complexityOf(n) });
    }
    ts.forEachChild(n, visit);
  };
  visit(file);
  return out;
}

/** Counted are functions that have a name of their own; a callback belongs to the function it stands in. */
const isNamed = (n: ts.FunctionLikeDeclaration) =>
  ts.isFunctionDeclaration(n) || ts.isMethodDeclaration(n) || ts.isVariableDeclaration(n.parent);
const nameOf = (n: ts.FunctionLikeDeclaration): string =>
  n.name?.getText() ?? (ts.isVariableDeclaration(n.parent) ? n.parent.name.getText() : 'export default');

const BRANCHES = new Set([
  ts.SyntaxKind.IfStatement,
  ts.SyntaxKind.ConditionalExpression,
  ts.SyntaxKind.ForStatement,
  ts.SyntaxKind.ForInStatement,
  ts.SyntaxKind.ForOfStatement,
  ts.SyntaxKind.WhileStatement,
  ts.SyntaxKind.DoStatement,
  ts.SyntaxKind.CatchClause,
]);
const AND_OR = new Set([
  ts.SyntaxKind.AmpersandAmpersandToken,
  ts.SyntaxKind.BarBarToken,
  ts.SyntaxKind.QuestionQuestionToken,
]);

/**
 * McCabe's number as linters count it: 1, and 1 for each branch, `&&`, `||` and `??`. A switch counts 1 as a whole: one that
 * is exhaustive is a table. Named functions inside are counted for themselves.
 */
function complexityOf(of: ts.FunctionLikeDeclaration): number {
  let n = 1;
  const visit = (node: ts.Node) => {
    if (node !== of && isFunction(node) && isNamed(node)) return;
    if (BRANCHES.has(node.kind) || ts.isSwitchStatement(node)) n++;
    if (ts.isBinaryExpression(node) && AND_OR.has(node.operatorToken.kind)) n++;
    ts.forEachChild(node, visit);
  };
  visit(of);
  return n;
}
