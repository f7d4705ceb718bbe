import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * Runs one of PostgreSQL's own programs on the running data of an installation.
 * @param home the project folder of that installation.
 * @returns what it printed.
 */
export function runPostgresProgram(home: string, program: string, ...words: string[]): string {
  const kept = (name: string) => readFileSync(join(home, '.aquachrome/postgres', name), 'utf8');
  return execFileSync(`${process.env.POSTGRES_BIN}/${program}`, ['-h', '127.0.0.1', '-p', kept('port'), '-U', 'aquachrome', ...words], {
    env: { ...process.env, PGPASSWORD: kept('password') },
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'pipe'],
  });
}
