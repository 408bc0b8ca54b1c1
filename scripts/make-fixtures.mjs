// node scripts/make-fixtures.mjs: writes the workbooks of the tests with LibreOffice (Debian's libreoffice-calc), so that
// they are not only written by the library that reads them. Run by hand; the results are kept in tests/fixtures.
import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { root } from './lib/set-up.mjs';

const target = path.join(root, 'tests/fixtures');
const work = mkdtempSync(path.join(os.tmpdir(), 'fixtures-'));
mkdirSync(target, { recursive: true });

const xmlText = (text) => String(text).replace(/&/g, '&amp;').replace(/</g, '&lt;');
const cell = (value, { span = 1, down = 1, style = '', formula = '' } = {}) => {
  const spans =
    span > 1 || down > 1 ? ` table:number-columns-spanned="${span}" table:number-rows-spanned="${down}"` : '';
  const named = style ? ` table:style-name="${style}"` : '';
  const calc = formula ? ` table:formula="of:=${xmlText(formula)}"` : '';
  const covered = '<table:covered-table-cell/>'.repeat(span - 1);
  if (value === null && !formula) return `<table:table-cell${named}/>${covered}`;
  if (typeof value === 'number' || formula) {
    const type = style === 'percent' ? 'percentage' : 'float';
    return `<table:table-cell${named}${spans}${calc} office:value-type="${type}" office:value="${value ?? 0}"/>${covered}`;
  }
  if (value instanceof Date) {
    const iso = value.toISOString().slice(0, 10);
    return `<table:table-cell table:style-name="date"${spans} office:value-type="date" office:date-value="${iso}"/>${covered}`;
  }
  return `<table:table-cell${named}${spans} office:value-type="string"><text:p>${xmlText(value)}</text:p></table:table-cell>${covered}`;
};
const row = (...cells) =>
  `<table:table-row>${cells.map((each) => (Array.isArray(each) ? cell(...each) : cell(each))).join('')}</table:table-row>`;
const sheet = (name, ...rows) => `<table:table table:name="${name}">${rows.join('')}</table:table>`;

function book(name, endings, sheets, nullDate = '1899-12-30') {
  const xml = `<?xml version="1.0" encoding="UTF-8"?>
<office:document xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0" xmlns:of="urn:oasis:names:tc:opendocument:xmlns:of:1.2" xmlns:number="urn:oasis:names:tc:opendocument:xmlns:datastyle:1.0" office:version="1.3" office:mimetype="application/vnd.oasis.opendocument.spreadsheet">
<office:automatic-styles>
<number:date-style style:name="N1"><number:day number:style="long"/><number:text>/</number:text><number:month number:style="long"/><number:text>/</number:text><number:year number:style="long"/></number:date-style>
<number:percentage-style style:name="N2"><number:number number:decimal-places="1" number:min-integer-digits="1"/><number:text>%</number:text></number:percentage-style>
<style:style style:name="date" style:family="table-cell" style:data-style-name="N1"/>
<style:style style:name="percent" style:family="table-cell" style:data-style-name="N2"/>
</office:automatic-styles>
<office:body><office:spreadsheet><table:calculation-settings><table:null-date table:date-value="${nullDate}"/></table:calculation-settings>${sheets.join('')}</office:spreadsheet></office:body></office:document>`;
  const file = path.join(work, `${name}.fods`);
  writeFileSync(file, xml);
  for (const ending of endings) {
    execFileSync('soffice', ['--headless', '--convert-to', ending, '--outdir', work, file], { stdio: 'ignore' });
    copyFileSync(path.join(work, `${name}.${ending}`), path.join(target, `${name}.${ending}`));
  }
}

const day = (text) => new Date(`${text}T00:00:00Z`);
const harbours = ['Gullhaven', 'Old Tern', 'Marrowick', 'Sandle Quay', 'Pell Harbour'];
const years = [2018, 2019, 2020, 2021, 2022, 2023];
const value = (h, y) => 1000 + ((h * 7919 + y * 104729) % 9000);

// A title over the whole table, a note, a total row, notes below, and another sheet in front.
book(
  'harbours',
  ['xlsx', 'xls', 'ods'],
  [
    sheet('Read me', row('Passengers of the Saltmere Isles'), row('Made-up numbers, for trying things out.')),
    sheet(
      'Passengers',
      row(['Passengers by harbour', { span: 7 }]),
      row('in persons, both directions'),
      row(null),
      row('Harbour', ...years),
      ...harbours.map((name, h) => row(name, ...years.map((y) => value(h, y)))),
      row('Total', ...years.map((y) => harbours.reduce((sum, _, h) => sum + value(h, y), 0))),
      row(null),
      row('Source: Saltmere Office of Counts'),
      row('* provisional'),
    ),
  ],
);

// Two header rows with merged cells, and a merged name beside several rows.
book(
  'two-headers',
  ['xlsx', 'ods'],
  [
    sheet(
      'Loans',
      row(['Subject', { down: 2 }], ['2021', { span: 2 }], ['2022', { span: 2 }]),
      row(null, 'Q1', 'Q2', 'Q1', 'Q2'),
      ...['Tides', 'Birds', 'Knots'].map((name, i) => row(name, 10 + i, 20 - i, 30 + 2 * i, 25)),
    ),
  ],
);

// Real dates, percent, an error, a formula, and text that is no number.
book(
  'cells',
  ['xlsx', 'xls', 'ods'],
  [
    sheet(
      'Cells',
      row('Day', 'Station', 'Share', 'Energy'),
      row(day('2021-03-01'), 'Narrow Sound', [0.125, { style: 'percent' }], 12.5),
      row(day('2021-03-02'), 'Narrow Sound', [0.13, { style: 'percent' }], [null, { formula: '12+1' }]),
      row(day('2021-03-03'), 'Narrow Sound', [0.135, { style: 'percent' }], [null, { formula: 'NA()' }]),
      row(day('2021-03-04'), 'Narrow Sound', [0.14, { style: 'percent' }], [null, { formula: '1/0' }]),
      row(day('2021-03-05'), 'Narrow Sound', [0.145, { style: 'percent' }], 'sensor wet'),
    ),
  ],
);

// Dates before 1900, and the date system that counts from 1904.
const old = ['1893-05-01', '1899-06-30', '1901-02-03'];
book('old-dates', ['ods', 'xlsx'], [sheet('Old', row('Day', 'Ships'), ...old.map((each, i) => row(day(each), i + 4)))]);
book(
  'from-1904',
  ['xlsx'],
  [
    sheet(
      'Days',
      row('Day', 'Ships'),
      ...['2020-01-01', '2020-01-02', '2020-01-03'].map((each, i) => row(day(each), i + 4)),
    ),
  ],
  '1904-01-01',
);
