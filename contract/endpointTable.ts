import type { Endpoint } from './endpoint.ts';
import { type EndpointName, endpointList } from './index.ts';

/** What a caller has to know of an endpoint: how it is called, without what may go in and come out. */
export type EndpointAddress = Pick<Endpoint, 'method' | 'path' | 'upload'>;

/**
 * Every endpoint under its name. In what a browser loads, the build puts this table in the place of this file: nobody waits for
 * all schemas of the contract to know an address.
 */
export const endpointTable = Object.fromEntries(
  endpointList.map(([name, { method, path, upload }]): [EndpointName, EndpointAddress] => [
    name,
    { method, path, ...(upload ? { upload } : {}) },
  ]),
) as Record<EndpointName, EndpointAddress>;
