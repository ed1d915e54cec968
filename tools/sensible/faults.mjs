// Where each kind of misunderstanding fits in TypeScript: one JSON object a line. Arguments: TypeScript's own folder, then files.
import { readFileSync } from "node:fs";
import { createRequire } from "node:module";

const [library, ...files] = process.argv.slice(2);
const ts = createRequire(import.meta.url)(library);
const told = (fault) => process.stdout.write(`${JSON.stringify(fault)}\n`);

const OTHERS = new Map(
  [
    ["start", "end"],
    ["first", "second"],
    ["left", "right"],
    ["before", "after"],
    ["width", "height"],
  ].flatMap(([one, other]) => [
    [one, other],
    [other, one],
  ]),
);

for (const path of files) {
  const text = readFileSync(path, "utf8");
  const source = ts.createSourceFile(path, text, ts.ScriptTarget.Latest, true, path.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS);
  const bytes = (at) => Buffer.byteLength(text.slice(0, at));
  const edit = (kind, node, instead) =>
    node.getText() !== instead &&
    told({
      kind,
      path,
      line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1,
      start: bytes(node.getStart()),
      end: bytes(node.getEnd()),
      instead,
    });
  const styled = (node) => {
    for (let at = node; at; at = at.parent) if (ts.isJsxAttribute(at)) return /^(className|style|aria-|key|role)/.test(at.name.getText());
    return false;
  };
  const visit = (node) => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node)) return;
    if (!styled(node)) fitting(node, edit);
    ts.forEachChild(node, visit);
  };
  visit(source);
}

function fitting(node, edit) {
  if (ts.isCallExpression(node)) {
    const called = node.expression;
    if (ts.isPropertyAccessExpression(called)) {
      const of = called.expression.getText();
      if (called.name.text === "filter") edit("a filter dropped", node, of);
      if (["map", "flatMap", "forEach"].includes(called.name.text))
        edit("only the first of several", called.expression, `${of}.slice(0, 1)`);
      if (["sort", "toSorted"].includes(called.name.text)) edit("in another order", node, of);
    } else if (node.arguments.length > 1) {
      const args = node.arguments.map((a) => a.getText());
      for (let k = 0; k + 1 < args.length; k++) {
        const turned = [...args];
        [turned[k], turned[k + 1]] = [turned[k + 1], turned[k]];
        edit("two of one type changed round", node, `${called.getText()}(${turned.join(", ")})`);
      }
    }
  } else if (ts.isBinaryExpression(node)) {
    const sign = node.operatorToken.getText();
    const kind = { "&&": "a condition dropped", "||": "one of two forgotten", "??": "one of two forgotten" }[sign];
    // In a page "is it there && show it" is no condition that can be misunderstood.
    if (kind && !ts.isJsxExpression(node.parent)) {
      edit(kind, node, `(${node.left.getText()})`);
      edit(kind, node, `(${node.right.getText()})`);
    }
    if ((sign === "*" || sign === "/") && /^(10|2\.54|100|1000)$/.test(node.right.getText())) edit("the other unit", node, node.left.getText());
  } else if (ts.isConditionalExpression(node)) {
    edit("always the one case", node, `(${node.whenTrue.getText()})`);
    edit("always the other case", node, `(${node.whenFalse.getText()})`);
  } else if (ts.isObjectLiteralExpression(node) && node.properties.length > 1) {
    for (const dropped of node.properties)
      edit("the old for the new", node, `{ ${node.properties.filter((p) => p !== dropped).map((p) => p.getText()).join(", ")} }`);
  } else if (ts.isArrayLiteralExpression(node) && node.elements.length > 1 && node.elements.some(ts.isSpreadElement)) {
    for (const dropped of node.elements)
      edit("one of two forgotten", node, `[${node.elements.filter((p) => p !== dropped).map((p) => p.getText()).join(", ")}]`);
  } else if (ts.isTemplateExpression(node)) {
    for (const span of node.templateSpans)
      if (/\w/.test(span.literal.text)) edit("the other unit", span.literal, span.literal.getText().replace(span.literal.text, ""));
  } else if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken) {
    edit("the other case", node, node.operand.getText());
  } else if (ts.isIfStatement(node) && !node.elseStatement && /return|throw/.test(node.thenStatement.getText())) {
    edit("a guard forgotten", node.expression, "false");
  } else if (ts.isExpressionStatement(node) && ts.isDeleteExpression(node.expression)) {
    edit("the old for the new", node, "");
  } else if (ts.isPropertyAccessExpression(node)) {
    const other = OTHERS.get(node.name.text);
    if (other) edit("the other end or side", node.name, other);
  }
}
