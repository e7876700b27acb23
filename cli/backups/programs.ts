/** What PostgreSQL's programs read their address from: passwords go by the environment, not by the list of processes. */
export function postgresEnvironment(url: string): NodeJS.ProcessEnv {
  const address = new URL(url);
  return {
    ...process.env,
    PGHOST: address.searchParams.get('host') ?? address.hostname,
    PGPORT: address.port || '5432',
    PGUSER: decodeURIComponent(address.username),
    PGPASSWORD: decodeURIComponent(address.password),
    PGDATABASE: decodeURIComponent(address.pathname.slice(1)),
  };
}

/** The same server, another database. */
export function withDatabase(url: string, name: string): string {
  const address = new URL(url);
  address.pathname = `/${encodeURIComponent(name)}`;
  return address.href;
}

export const databaseOf = (url: string): string => decodeURIComponent(new URL(url).pathname.slice(1));
