import type { MigrationInterface, QueryRunner } from 'typeorm';

/** Houses, jobs and their revisions. Deleting a house with jobs is refused by the database itself. */
export class Documents1764000000000 implements MigrationInterface {
  name = 'Documents1764000000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE house (id TEXT PRIMARY KEY NOT NULL, revision INTEGER NOT NULL, document TEXT NOT NULL, savedAt TEXT NOT NULL)`,
    );
    await runner.query(
      `CREATE TABLE job (id TEXT PRIMARY KEY NOT NULL, houseId TEXT NOT NULL REFERENCES house (id) ON DELETE RESTRICT, revision INTEGER NOT NULL, document TEXT NOT NULL, savedAt TEXT NOT NULL)`,
    );
    await runner.query(`CREATE INDEX job_house ON job (houseId)`);
    await runner.query(
      `CREATE TABLE revision (kind TEXT NOT NULL, id TEXT NOT NULL, revision INTEGER NOT NULL, document TEXT NOT NULL, savedAt TEXT NOT NULL, PRIMARY KEY (kind, id, revision))`,
    );
    await runner.query(`CREATE TABLE setting (key TEXT PRIMARY KEY NOT NULL, value TEXT NOT NULL)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['setting', 'revision', 'job', 'house']) await runner.query(`DROP TABLE ${table}`);
  }
}

/** The log of jobs, and photos. They stand beside the documents: what is deleted can be put back, with its log. */
export class Records1764200000000 implements MigrationInterface {
  name = 'Records1764200000000';

  async up(runner: QueryRunner): Promise<void> {
    await runner.query(
      `CREATE TABLE log_entry (id TEXT PRIMARY KEY NOT NULL, jobId TEXT NOT NULL, houseId TEXT NOT NULL, entry TEXT NOT NULL, received TEXT NOT NULL, aheadMs REAL NOT NULL)`,
    );
    await runner.query(`CREATE INDEX log_job ON log_entry (jobId)`);
    await runner.query(`CREATE INDEX log_house ON log_entry (houseId)`);
    await runner.query(
      `CREATE TABLE photo (id TEXT PRIMARY KEY NOT NULL, houseId TEXT NOT NULL, jobId TEXT, document TEXT NOT NULL, picture TEXT, saved TEXT NOT NULL, removed TEXT)`,
    );
    await runner.query(`CREATE INDEX photo_house ON photo (houseId)`);
  }

  async down(runner: QueryRunner): Promise<void> {
    for (const table of ['photo', 'log_entry']) await runner.query(`DROP TABLE ${table}`);
  }
}

export const MIGRATIONS = [Documents1764000000000, Records1764200000000];
