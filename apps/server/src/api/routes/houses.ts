/** What a house has of its own: its jobs, labels, panel directories, test results, rules that bore on it, plans of several jobs. */
import { finalCsv, LABELS_OF, panelCsv } from '@saddle/core/exchange';
import { finalOf } from '@saddle/core/finals';
import { Job, PANEL, subpanelOf, usBook, type House } from '@saddle/core/model';
import * as z from 'zod';
import type { Api } from '../keeping.js';
import { notFound } from '../problem.js';
import { answers, attached, file, files, type Route, route, WrittenJson } from '../route.js';
import { BoreShape, DatedPaper, Paper, PDF_OR_CSV, storedOf } from '../shapes.js';

const Form = z.object({ form: z.enum(['pdf', 'csv']) });

export function houseRoutes({ shelf, heavy, pdf, network, now, print }: Api): Route[] {
  const open = async (id: string): Promise<House> => (await shelf.open<House>('house', id)).document;
  return [
    route({
      ...{ method: 'get', path: '/houses/{id}/jobs', id: 'house-jobs' },
      summary: 'The jobs of a house, whole; those that can’t be read are left out',
      answer: answers(z.array(storedOf(Job)), 'the jobs'),
      handle: async ({ params }) => {
        await open(params.id);
        return shelf.storedJobsOf(params.id);
      },
    }),
    route({
      ...{ method: 'get', path: '/houses/{id}/labels.pdf', id: 'labels' },
      summary: 'Labels of panels, breakers and boxes at true scale; with codes where another device can reach this server',
      query: Paper.extend({ of: z.enum(LABELS_OF).default('all') }),
      answer: file('application/pdf', 'the labels'),
      handle: async ({ params, query: { paper, of } }) => {
        const house = await open(params.id);
        // a code is for a phone: without an address that one reaches there is none
        const base = network()?.urls[0]?.replace(/\/$/, '');
        return pdf(`${house.id}-labels.pdf`, { do: 'labels', house, of, base, paper, now: now() });
      },
    }),
    route({
      ...{ method: 'get', path: '/houses/{id}/panel/directory.{form}', id: 'panel-directory' },
      summary: 'Directory of a panel, the main one unless another is named: to stick in its door, or as a table (RFC 4180)',
      params: Form,
      query: DatedPaper.extend({ panel: z.string().max(40).default(PANEL) }),
      answer: files(PDF_OR_CSV, 'the directory'),
      handle: async ({ params: { id, form }, query: { panel, ...query } }) => {
        const house = await open(id);
        if (panel !== PANEL && !subpanelOf(house.site, panel)) throw notFound('panel', panel);
        usBook(house);
        const name = `${house.id}-${panel}.${form}`;
        if (form === 'csv') return attached(panelCsv(house.site, panel), name, form);
        return pdf(name, { do: 'directory-sheet', house, panelId: panel, ...print(query) });
      },
    }),
    route({
      ...{ method: 'get', path: '/houses/{id}/circuits/{final}/tests.{form}', id: 'final-tests' },
      summary:
        'Test results of a final circuit by the UK book: schedule, figures for a certificate, every reading; or as a table (RFC 4180)',
      params: Form,
      query: DatedPaper,
      answer: files(PDF_OR_CSV, 'the results'),
      handle: async ({ params: { id, final: finalId, form }, query }) => {
        const house = await open(id);
        const final = finalOf(house.site, finalId);
        if (!final) throw notFound('circuit', finalId);
        const name = `${house.id}-${final.id}-tests.${form}`;
        if (form === 'csv') return attached(finalCsv(house, final), name, form);
        return pdf(name, { do: 'final-sheet', house, final, ...print(query) });
      },
    }),
    route({
      ...{ method: 'get', path: '/houses/{id}/rules', id: 'rules-of-house' },
      summary: 'How often each rule bore on the jobs of a house',
      answer: answers(BoreShape, 'rules with how often they bore, by verdict'),
      handle: async ({ params }) => {
        const house = await open(params.id);
        return new WrittenJson((await heavy.run({ do: 'bore', house, jobs: await shelf.jobsOf(house.id) })) as string);
      },
    }),
  ];
}
