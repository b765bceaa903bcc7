import { readFile } from 'node:fs/promises';
import path from 'node:path';
import type { CheckReport } from '@puddler/contract';
import type { DocumentStore } from '../documents/store';
import type { FileStore } from '../files/store';
import { writeWhole } from '../write-whole';
import { checkFolder } from './check-folder';

const WEEK_MS = 7 * 24 * 3600 * 1000;

/** The checks of a data folder: the last report, kept beside the database, and at most one that is under way. */
export class FolderChecks {
  private underWay: Promise<CheckReport> | undefined;

  constructor(
    private readonly store: DocumentStore,
    private readonly files: FileStore,
    private readonly dataFolder: string,
  ) {}

  private get file(): string {
    return path.join(this.dataFolder, 'check.json');
  }

  /** Undefined while none was made, or its report cannot be read. */
  async last(): Promise<CheckReport | undefined> {
    try {
      const report = JSON.parse(await readFile(this.file, 'utf8')) as Partial<CheckReport> | null;
      return typeof report?.at === 'string' && Array.isArray(report.bad) ? (report as CheckReport) : undefined;
    } catch {
      return undefined;
    }
  }

  /** Checks everything; asked again meanwhile, it is the same check. */
  now(): Promise<CheckReport> {
    this.underWay ??= this.make().finally(() => (this.underWay = undefined));
    return this.underWay;
  }

  /** Checks everything where that was last done more than a week ago; says whether it did. */
  async weekly(now: number): Promise<boolean> {
    const last = await this.last();
    if (last && now - Date.parse(last.at) < WEEK_MS) return false;
    await this.now();
    return true;
  }

  private async make(): Promise<CheckReport> {
    const report = await checkFolder(this.store, this.files, path.join(this.dataFolder, 'backups'), new Date());
    await writeWhole(this.file, JSON.stringify(report));
    return report;
  }
}
