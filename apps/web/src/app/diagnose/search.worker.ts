/// <reference lib="webworker" />
import { circuitWays, dictionaryOf, questionDictionary, searchView, type Circumstances, type Dictionary } from '@saddle/core/diagnose';
import type { Search, Site } from '@saddle/core/model';

/** What is asked of the worker: a circuit once, then an answer after each reading. */
export type Asked = { circuit: { site: Site; search: Search; circumstances: Circumstances } } | { search: Search; number: number };

let dictionary: Dictionary | undefined;
addEventListener('message', ({ data }: MessageEvent<Asked>) => {
  if ('circuit' in data) {
    const { site, search, circumstances } = data.circuit;
    const { boxId, question, otherBoxId } = search;
    dictionary = question
      ? questionDictionary(site, { boxId, question, ...(otherBoxId === undefined ? {} : { otherBoxId }) })
      : dictionaryOf(circuitWays(site, boxId), boxId, (done) => postMessage({ done }), circumstances);
    postMessage({ known: dictionary.known });
  } else if (dictionary) postMessage({ number: data.number, view: searchView(dictionary, data.search) });
});
