import { PLAN_FIELDS } from '../fields/catalogue';
import type { Field } from '../fields/field';
import { rangeText } from '../fields/range';

const BEGIN = '<!-- figures: written by npm run published -->';
const END = '<!-- end of figures -->';

function allowedText(field: Field): string {
  switch (field.type) {
    case 'number':
      return `${rangeText(field.range)}${field.multipleOf === 2 ? ', even' : ''}`;
    case 'choice':
      return field.options.map((option) => `\`${option}\``).join(' ');
    case 'flag':
      return '`true` or `false`';
    case 'text':
      return 'text';
  }
}

const neededText = ({ needed }: Field) => (needed === true ? 'yes' : needed ? needed.join(', ') : '');

/** A row for each figure of the catalogue. */
function fieldTable(): string {
  const rows = Object.entries<Field>(PLAN_FIELDS).map(([path, field]) => {
    const what = [field.label, field.help].filter(Boolean).join('. ');
    const only = field.forms ? `; ${field.forms.join(', ')} only` : '';
    return `| \`${path}\` | ${what}${only} | ${allowedText(field)} | ${neededText(field)} |`;
  });
  return ['| figure | what | allowed | needed |', '|---|---|---|---|', ...rows].join('\n');
}

/** The page with the table in its place. */
export function withFieldTable(page: string): string {
  const begin = page.indexOf(BEGIN);
  const end = page.indexOf(END);
  if (begin < 0 || end < begin) throw new Error(`the page has no place for the table, between “${BEGIN}” and “${END}”`);
  return `${page.slice(0, begin)}${BEGIN}\n\n${fieldTable()}\n\n${page.slice(end)}`;
}
