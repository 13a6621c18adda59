import { describe, expect, it } from 'vitest';
import { quinceStreet, sewingCorner } from '../houses.testing.js';
import { checkHouse, fieldWords } from './index.js';

describe('a field named as a person would say it', () => {
  it.each([
    ['/found/walls/0/framing/studDepth', 'wall 1, framing, stud depth'],
    ['/found/boxes/2/place/bottom/mm', 'box 3, place, bottom'],
    ['/planned/cables/0/ends/1/freeLength', 'cable 1, end 2, free length'],
    ['/site/subpanels/0/mainA', 'subpanel 1, main amps'],
    ['/site/circuits/1/breakerA', 'circuit 2, breaker amps'],
    ['/name', 'name'],
    ['/site/walls/1/references/0/x/mm', 'wall 2, reference 1, x'],
    ['/odd~1key/a~0b', 'odd/key, a~b'],
    ['/', 'the whole of it'],
  ])('%s without the document is “%s”', (path, words) => expect(fieldWords(path)).toBe(words));

  const house = structuredClone(quinceStreet);
  const w = house.site.walls.findIndex((x) => x.name.length > 0);
  const name = house.site.walls[w]!.name;

  it('with the document a thing goes by its name', () => {
    expect(fieldWords(`/site/walls/${w}/framing/studDepth`, house)).toBe(`${name}: framing, stud depth`);
    expect(fieldWords(`/site/walls/${w}`, house)).toBe(name);
  });
  it('what a change of a job plans goes by the name of the box it plans', () => {
    const at = sewingCorner.changes.findIndex((c) => 'box' in c);
    const box = (sewingCorner.changes[at] as { box: { name: string } }).box.name;
    expect(fieldWords(`/changes/${at}/box/place/bottom/mm`, sewingCorner)).toBe(`${box}: place, bottom`);
  });
  it('a thing that is not there, or has no name, goes by its number', () => {
    expect(fieldWords('/site/walls/99/length', house)).toBe('wall 100, length');
    expect(fieldWords('/a/b/c', null)).toBe('a, b, c');
  });
  it('a refusal of the real check comes out in words', () => {
    const wrong = structuredClone(house);
    wrong.site.walls[w]!.framing.spacing.mm = 0;
    const checked = checkHouse(wrong);
    expect(checked.ok).toBe(false);
    if (!checked.ok) expect(fieldWords(checked.errors[0]!.path, wrong)).toBe(`${name}: framing, spacing`);
  });
});
