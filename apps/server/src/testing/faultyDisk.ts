/** A database whose statements fail when told to, as SQLite's do: with a code, and some of them with the transaction already rolled back. */
import Database from 'better-sqlite3';
import type { Store } from '../storage/store.js';

export const FAULTS = ['SQLITE_FULL', 'SQLITE_IOERR_WRITE', 'SQLITE_IOERR_FSYNC', 'SQLITE_NOMEM', 'SQLITE_BUSY'] as const;
export type Fault = (typeof FAULTS)[number];

interface Plan {
  /** statements until it fails: 0 is the next */
  after: number;
  code: Fault;
  /** SQLite ends the transaction itself before it reports */
  rollsBack: boolean;
}

/** The connection that a store writes through. */
export const connectionOf = (store: Store): Database.Database => (store as unknown as { connection: Database.Database }).connection;

/** Lets the statements of one connection fail by plan, until `stop`. */
export class FaultyDisk {
  private plan: Plan | undefined;
  statements = 0;
  failed = 0;
  private readonly undo: (() => void)[] = [];

  constructor(private readonly connection: Database.Database) {
    const statement = Object.getPrototypeOf(connection.prepare('SELECT 1')) as Record<'run' | 'all' | 'get', (...a: unknown[]) => unknown>;
    for (const name of ['run', 'all', 'get'] as const) {
      const real = statement[name];
      const before = (): void => this.before();
      statement[name] = function (this: { database: Database.Database }, ...args: unknown[]) {
        if (this.database === connection) before();
        return real.apply(this, args);
      };
      this.undo.push(() => (statement[name] = real));
    }
    const exec = connection.exec.bind(connection);
    connection.exec = (text: string) => {
      if (text !== 'ROLLBACK') this.before();
      return exec(text);
    };
    this.undo.push(() => (connection.exec = exec));
    this.rollBack = () => exec('ROLLBACK');
  }
  private readonly rollBack: () => void;

  fail(plan: Plan): void {
    this.plan = plan;
    this.statements = 0;
  }
  /** Counts without failing. */
  count(): void {
    this.plan = undefined;
    this.statements = 0;
  }
  private before(): void {
    const at = this.statements++;
    if (!this.plan || at !== this.plan.after) return;
    const { code, rollsBack } = this.plan;
    this.plan = undefined;
    this.failed++;
    if (rollsBack && this.connection.inTransaction) this.rollBack();
    throw new Database.SqliteError(`injected ${code}`, code);
  }
  stop(): void {
    this.undo.forEach((u) => u());
  }
}
