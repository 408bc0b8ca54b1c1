/** Endings of the files that a table can be read from, as `accept` of a file input takes them. */
export const tableEndings =
  '.csv,.tsv,.txt,.tab,.psv,.json,.ndjson,.jsonl,.geojson,.xlsx,.xlsm,.xlsb,.xls,.ods,.parquet,.arrow,.feather,.sqlite,.sqlite3,.db,.html,.htm,.gz,.zip';
