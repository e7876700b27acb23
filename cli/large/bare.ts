// A server of nothing but Express and pg: it runs the statements that were recorded and sends the same answer. What the
// application takes on top of it is its own. It has each statement planned as it comes, as pg does where nobody asks otherwise;
// that the application keeps the plans of its reads is part of what it makes good again.
import type { AddressInfo } from 'node:net';
import express from 'express';
import pg from 'pg';
import type { Recorded } from './record.ts';

process.once('message', ({ url, recorded }: { url: string; recorded: Recorded[] }) => {
  const pool = new pg.Pool({ connectionString: url, max: 10 });
  const app = express();
  const byPath = new Map(recorded.map((one) => [one.path, { ...one, answer: JSON.parse(one.answer) as unknown }]));
  app.use(async (request, response) => {
    const one = byPath.get(request.originalUrl);
    if (one === undefined) return void response.status(404).end();
    for (const { text, values } of one.statements) await pool.query(text, values);
    response.json(one.answer);
  });
  const server = app.listen(0, '127.0.0.1', () => {
    process.send?.({ address: `http://127.0.0.1:${(server.address() as AddressInfo).port}` });
  });
});
