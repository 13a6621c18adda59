/** What is drawn of a job on its wall, before it is judged and after. */
import { describe, expect, it } from 'vitest';
import { wainscot } from '../houses.testing.js';
import { jobElevation, judgeWork, workOf } from './index.js';

describe('a box that is moved to another height, on its wall', () => {
  const drawn = (withBefore: boolean, judged: boolean): string[] => {
    const w = workOf(wainscot);
    const box = w.planned.boxes.find((b) => b.id === 'parlour-box')!;
    const { shapes } = jobElevation(w, w.planned, box.wallId, box.face, false, withBefore, (b) => (judged ? judgeWork(w, b) : undefined));
    return shapes.filter((s) => /patch|old-box|^box$/.test(s.kind) && s.id.startsWith('pa')).map((s) => `${s.kind} ${s.state}`).sort(); // prettier-ignore
  };
  it('where it was, and what of the old opening is closed again, once that is judged', () =>
    expect(drawn(true, true)).toEqual(['box planned', 'old-box found', 'patch planned']));
  it('not judged yet: where it was, and nothing of a patch', () => expect(drawn(true, false)).toEqual(['box planned', 'old-box found']));
  it('drawn without what was before', () => expect(drawn(false, true)).toEqual(['box planned']));
});
