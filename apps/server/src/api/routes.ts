/** `/api/v1`: every route, declared once. Handlers parse nothing and compute nothing: they call the core or the store. */
import type { Router } from 'express';
import * as z from 'zod';
import type { Network } from '../lan/index.js';
import { apiOf, type Keeping } from './keeping.js';
import { openApi } from './openapi.js';
import { answers, expressOf, route, type Route } from './route.js';
import { documentRoutes } from './routes/documents.js';
import { exchangeRoutes } from './routes/exchange.js';
import { houseRoutes } from './routes/houses.js';
import { jobRoutes } from './routes/jobs.js';
import { programRoutes } from './routes/programs.js';
import { recordRoutes } from './routes/record.js';
import { whenRoutes } from './routes/when.js';

/** @param check whether every answer is held against its schema: where it is tested */
export function apiRoutes(keeping: Keeping, version: string, network: () => Network | undefined, check: boolean): Router {
  const api = apiOf(keeping, version, network);
  const routes: Route[] = [
    ...programRoutes(api),
    ...jobRoutes(api),
    ...houseRoutes(api),
    ...whenRoutes(api),
    ...documentRoutes(api),
    ...recordRoutes(api),
    ...exchangeRoutes(api),
    route({
      ...{ method: 'get', path: '/openapi.json', id: 'openapi', summary: 'This description' },
      answer: answers(z.looseObject({ openapi: z.string() }), 'OpenAPI 3.1'),
      handle: () => openApi(routes, version) as { openapi: string },
    }),
  ];
  return expressOf(routes, check);
}
