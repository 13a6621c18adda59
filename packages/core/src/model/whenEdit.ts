/** Edits of the hours of a job: people, what stays on, steps that are fixed. Each gives new hours. */
import { changeOne, withFields, withoutOne } from './lists.js';
import type { Hours, Person, StaysOn, When } from './when.js';

/** What counts most: plans best in it stand first, and the first of them is chosen. */
export const setAim = ({ plan: _plan, aim: _aim, ...w }: When, aim: When['aim']): When => ({ ...w, ...(aim ? { aim } : {}) });
/** What is ticked is done, the rest from `now` on; steps that were fixed before are let go. */
export const replannedFrom = (w: When, now: string): When => ({ ...w, from: now, pins: w.pins.filter((p) => p.at >= now) });
export const setLoud = (w: When, loud: Hours | undefined): When => withFields(w, { loud });
/** Fixes a step at a time; an empty one lets it go. */
export const pinStep = (w: When, step: string, at: string): When => ({
  ...w,
  pins: [...w.pins.filter((p) => p.step !== step), ...(at ? [{ step, at }] : [])],
});

/** Saturday morning, until somebody says when they come. */
const FIRST_HOURS: Hours = { days: [5], from: 540, to: 780 };
/** Weekday evenings. */
const MORE_HOURS: Hours = { days: [0, 1, 2, 3, 4], from: 1020, to: 1200 };
export const addPerson = (w: When, id: string): When => ({
  ...w,
  people: [...w.people, { id, name: w.people.length ? 'Helper' : 'You', hours: [FIRST_HOURS] }],
});
export const dropPerson = (w: When, id: string): When => ({ ...w, people: withoutOne(w.people, id) });
export const changePerson = (w: When, id: string, change: (p: Person) => Person): When => ({
  ...w,
  people: changeOne(w.people, id, change),
});
export const setHours = (w: When, personId: string, n: number, hours: Hours): When =>
  changePerson(w, personId, (p) => ({ ...p, hours: p.hours.map((h, i) => (i === n ? hours : h)) }));
export const addHours = (w: When, personId: string): When => changePerson(w, personId, (p) => ({ ...p, hours: [...p.hours, MORE_HOURS] }));
export const dropHours = (w: When, personId: string, n: number): When =>
  changePerson(w, personId, (p) => ({ ...p, hours: p.hours.filter((_, i) => i !== n) }));

/** Minutes that a freezer may be off, until somebody says otherwise. */
const FREEZER_MIN = 120;
export const addStaysOn = (w: When, id: string, circuitId: string): When => ({
  ...w,
  staysOn: [...w.staysOn, { id, circuitId, what: 'freezer', atMost: FREEZER_MIN }],
});
/** A field that is given as undefined goes. */
export const changeStaysOn = (w: When, id: string, part: { [K in keyof StaysOn]?: StaysOn[K] | undefined }): When => ({
  ...w,
  staysOn: changeOne(w.staysOn, id, (s) => withFields(s, part)),
});
export const dropStaysOn = (w: When, id: string): When => ({ ...w, staysOn: withoutOne(w.staysOn, id) });
