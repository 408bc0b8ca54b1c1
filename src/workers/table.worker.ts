import * as Comlink from 'comlink';
import type { Cube } from '@/core/shaping/cube';
import type { TableWorkerApi } from './protocol';
import { TableDesk } from './table-desk';

const bufferOf = ({ values }: Cube) => values.buffer as ArrayBuffer;

/** The desk in a thread of its own. Values and bytes are handed over rather than copied: the desk has given out copies. */
class TableWorker extends TableDesk {
  override async prepare(...args: Parameters<TableWorkerApi['prepare']>) {
    const report = await super.prepare(...args);
    return report.outcome.ok ? Comlink.transfer(report, [bufferOf(report.outcome.value)]) : report;
  }

  override async valuesOfGroup(...args: Parameters<TableWorkerApi['valuesOfGroup']>) {
    const outcome = await super.valuesOfGroup(...args);
    return outcome.ok ? Comlink.transfer(outcome, [bufferOf(outcome.value)]) : outcome;
  }

  override async valuesAfter(...args: Parameters<TableWorkerApi['valuesAfter']>) {
    const cube = await super.valuesAfter(...args);
    return cube && Comlink.transfer(cube, [bufferOf(cube)]);
  }

  override async look(...args: Parameters<TableWorkerApi['look']>) {
    const report = await super.look(...args);
    const buffers = Object.values(report?.ranks ?? {}).map((array) => array.buffer as ArrayBuffer);
    return report && Comlink.transfer(report, buffers);
  }

  override async writeShaped(...args: Parameters<TableWorkerApi['writeShaped']>) {
    const bytes = await super.writeShaped(...args);
    return bytes && Comlink.transfer(bytes, [bytes.buffer as ArrayBuffer]);
  }
}

Comlink.expose(new TableWorker());
