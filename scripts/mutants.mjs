// Small wrong changes to the code, to see whether the tests notice: found in the syntax, drawn by a seed, woven into the modules as
// they are loaded so that each can be switched on by its number.
import { readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';

/** Operators and what one might write by mistake. */
const OTHER = {
  '===': '!==',
  '!==': '===',
  '<': '<=',
  '<=': '<',
  '>': '>=',
  '>=': '>',
  '+': '-',
  '-': '+',
  '*': '/',
  '/': '*',
  '&&': '||',
  '||': '&&',
};
const isWords = (node) => ts.isStringLiteralLike(node) || ts.isTemplateExpression(node);
/** What only looks, or only names: no wrong change that a test of what is done could see. */
const isLook = (node) =>
  ts.isJsxAttribute(node) &&
  /^(className|style|size|look|wide|small|compact|aria-hidden|viewBox|d|x|y|width|height|strokeWidth|r|cx|cy|rx|points)$/.test(
    node.name.getText(),
  );

/**
 * The wrong changes that a file offers: `{ start, end, to, line, was }`, each an expression or statement and what stands in its
 * place. Types, imports, looks and words are left out. A number is one more, from ten on twice as much: a limit of forty letters
 * that is one of forty-one harms nobody.
 */
export function candidates(file, text) {
  const source = ts.createSourceFile(
    file,
    text,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('x') ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const found = [];
  const offer = (node, to, isStatement = false) => {
    const start = node.getStart(source);
    const line = source.getLineAndCharacterOfPosition(start).line + 1;
    found.push({
      start,
      end: node.getEnd(),
      to,
      line,
      was: text.slice(start, node.getEnd()).replace(/\s+/g, ' '),
      isStatement,
    });
  };
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node) || isLook(node)) return;
    if (ts.isBinaryExpression(node)) {
      const sign = node.operatorToken.getText(source);
      const [left, right] = [node.left.getText(source), node.right.getText(source)];
      const joins = sign === '+' && (isWords(node.left) || isWords(node.right));
      if (OTHER[sign] && !joins) offer(node, `(${left}) ${OTHER[sign]} (${right})`);
    } else if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      offer(node, `(${node.operand.getText(source)})`);
    else if (node.kind === ts.SyntaxKind.TrueKeyword) offer(node, 'false');
    else if (node.kind === ts.SyntaxKind.FalseKeyword) offer(node, 'true');
    else if (ts.isNumericLiteral(node) && !ts.isPropertyAssignment(node.parent) && !ts.isEnumMember(node.parent))
      offer(node, `(${node.getText(source)} ${Number(node.text) < 10 ? '+ 1' : '* 2'})`);
    else if (ts.isConditionalExpression(node)) offer(node.condition, `!(${node.condition.getText(source)})`);
    else if (ts.isIfStatement(node)) offer(node.expression, `!(${node.expression.getText(source)})`);
    else if (
      ts.isExpressionStatement(node) &&
      ts.isCallExpression(node.expression) &&
      !/^(super|use[A-Z])/.test(node.getText(source))
    )
      offer(node, '', true);
    ts.forEachChild(node, visit);
  };
  visit(source);
  return found.filter(({ was }) => was.length < 400);
}

/** A text with its mutants woven in; `globalThis.mutant` says of a number whether it is on. */
export function woven(text, mutants) {
  let out = text;
  for (const { number, start, end, to, isStatement } of [...mutants].sort((a, b) => b.start - a.start)) {
    const is = out.slice(start, end);
    const on = `globalThis.mutant?.(${number})`;
    out = out.slice(0, start) + (isStatement ? `if (!${on}) ${is}` : `(${on} ? (${to}) : (${is}))`) + out.slice(end);
  }
  return out;
}

/** For Vite: weaves in the mutants listed in the file that MUTANTS names; nothing where it names none. */
export function mutants(root) {
  const list = process.env.MUTANTS ? JSON.parse(readFileSync(process.env.MUTANTS, 'utf8')) : [];
  return {
    name: 'mutants',
    enforce: 'pre',
    transform(code, id) {
      const file = path.relative(root, id.split('?')[0]);
      const own = list.filter((m) => m.file === file);
      return own.length === 0 ? undefined : { code: woven(code, own), map: null };
    },
  };
}
