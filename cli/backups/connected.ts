import pg from 'pg';

/** Runs something over a connection of its own, which is closed whatever becomes of it. */
export async function connected<T>(url: string, run: (client: pg.Client) => Promise<T>): Promise<T> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await run(client);
  } finally {
    await client.end();
  }
}
