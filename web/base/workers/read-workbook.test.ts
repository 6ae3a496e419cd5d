import { buffer } from 'node:stream/consumers';
import { expect, it } from 'vitest';
import { ZipFile } from 'yazl';
import { readWorkbook } from './read-workbook.ts';

const cell = (at: string, value: string | number, style = 0) =>
  typeof value === 'number'
    ? `<c r="${at}" s="${style}"><v>${value}</v></c>`
    : `<c r="${at}" t="inlineStr"><is><t>${value}</t></is></c>`;

/** A workbook of one sheet, as a table program writes it: days and times are numbers with a style. */
async function workbook(rows: string[]): Promise<Blob> {
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main';
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
  const packages = 'http://schemas.openxmlformats.org/package/2006';
  const files: Record<string, string> = {
    '[Content_Types].xml': `<Types xmlns="${packages}/content-types"><Default Extension="xml" ContentType="application/xml"/></Types>`,
    '_rels/.rels': `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `<workbook xmlns="${main}" xmlns:r="${office}"><sheets><sheet name="Year" sheetId="1" r:id="r1"/></sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${office}/worksheet" Target="worksheets/sheet1.xml"/><Relationship Id="r2" Type="${office}/styles" Target="styles.xml"/></Relationships>`,
    'xl/styles.xml': `<styleSheet xmlns="${main}"><cellXfs><xf numFmtId="0"/><xf numFmtId="14"/><xf numFmtId="20"/></cellXfs></styleSheet>`,
    'xl/worksheets/sheet1.xml': `<worksheet xmlns="${main}"><sheetData>${rows.map((r, k) => `<row r="${k + 1}">${r}</row>`).join('')}</sheetData></worksheet>`,
  };
  const zip = new ZipFile();
  for (const [name, text] of Object.entries(files)) zip.addBuffer(Buffer.from(text), name);
  zip.end();
  return new Blob([new Uint8Array(await buffer(zip.outputStream as NodeJS.ReadableStream))]);
}

it('reads days as days, times as they were typed, and blank rows as gaps', async () => {
  const rows = [
    cell('A1', 'Date') + cell('B1', 'Exercise') + cell('C1', 'Work') + cell('D1', 'Weight'),
    // 3 November 2026 is day 46329; 0:40 is forty minutes of a day to a table program.
    cell('A2', 46_329, 1) + cell('B2', 'Squat') + cell('C2', 40 / 1440, 2) + cell('D2', 12.5),
    '',
    cell('A4', 46_331, 1) + cell('B4', 'Row') + cell('C4', 45) + cell('D4', ''),
  ];
  expect(await readWorkbook(await workbook(rows))).toEqual({
    header: ['Date', 'Exercise', 'Work', 'Weight'],
    rows: [
      ['2026-11-03', 'Squat', '0:40', '12.5'],
      ['2026-11-05', 'Row', '45', ''],
    ],
    gaps: [1],
  });
});
