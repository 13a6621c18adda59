/** Packets by hand, beside trying every number of each (brute force), and how their sizes are typed. Prices made up. */
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cheapestPackets, packetWords, soldFrom, soldOf, soldText, type Sold } from './index.js';

const words = (needed: number, sizes: readonly Sold[]) => packetWords('connector', cheapestPackets(needed, sizes).buy);

describe('packets', () => {
  const SIZES = [
    { count: 1, price: 1 },
    { count: 10, price: 6 },
    { count: 25, price: 12 },
  ];
  it('six connectors: a packet of ten at 6 is as dear as six singly, and leaves four; singly then', () => {
    expect([words(6, SIZES), cheapestPackets(6, SIZES).left]).toEqual(['6 singly', 0]);
    expect([words(7, SIZES), cheapestPackets(7, SIZES).left]).toEqual(['1 packet of 10', 3]);
  });
  it('twelve: ten and two singly at 8; twenty: one of 25 at 12 is as dear as two of ten, which leave nothing', () => {
    expect(words(12, SIZES)).toBe('1 packet of 10 + 2 singly');
    expect(words(20, SIZES)).toBe('2 packets of 10');
    expect(words(22, SIZES)).toBe('1 packet of 25');
  });
  it('nothing needed, nothing bought; a litre and a half from tubs of 1 and 5', () => {
    expect(cheapestPackets(0, SIZES)).toEqual({ buy: [], price: 0, left: 0 });
    expect(packetWords('compound', cheapestPackets(1.5, [{ count: 1, price: 6 }, { count: 5, price: 18 }]).buy)).toBe('2 × 1 l'); // prettier-ignore
  });
  it('six sizes of one price by the piece, two hundred and one needed: at once, and nothing left over', () => {
    const sizes = [1, 2, 5, 10, 25, 50].map((count) => ({ count, price: count }));
    expect([cheapestPackets(201, sizes).price, cheapestPackets(201, sizes).left]).toEqual([201, 0]);
    const even = [2, 4, 6, 8, 10, 12].map((count) => ({ count, price: count }));
    expect([cheapestPackets(201, even).price, cheapestPackets(201, even).left]).toEqual([202, 1]);
    // a ton of screws: the size that is cheapest by the piece
    expect(cheapestPackets(5_000_000, [{ count: 3, price: 2 }, { count: 7, price: 4 }]).price).toBeCloseTo(Math.ceil(5_000_000 / 7) * 4, 6); // prettier-ignore
  });
  it('as cheap as trying every number of each, and never less than what is needed', () => {
    const size = fc.record({ count: fc.integer({ min: 1, max: 12 }), price: fc.integer({ min: 0, max: 20 }) });
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 30 }), fc.array(size, { minLength: 1, maxLength: 3 }), (needed, sizes) => {
        const found = cheapestPackets(needed, sizes);
        let best = Infinity;
        const most = sizes.map((s) => Math.ceil(needed / s.count));
        for (let a = 0; a <= most[0]!; a++)
          for (let b = 0; b <= (most[1] ?? 0); b++)
            for (let c = 0; c <= (most[2] ?? 0); c++) {
              const of = [a, b, c];
              if (sizes.reduce((s, x, i) => s + x.count * of[i]!, 0) >= needed)
                best = Math.min(best, sizes.reduce((s, x, i) => s + x.price * of[i]!, 0)); // prettier-ignore
            }
        expect(found.price).toBeCloseTo(best, 9);
        expect(found.buy.reduce((s, x) => s + x.size.count * x.packets, 0)).toBe(needed + found.left);
      }),
    );
  });
});

describe('what a thing is sold in, as it is typed', () => {
  it.each([
    ['', {}],
    ['10', { packet: 10 }],
    ['25 for 30; 250 for 210', { sold: [{ count: 25, price: 30 }, { count: 250, price: 210 }] }],
    ['0,5 l at 4,20', { sold: [{ count: 0.5, price: 4.2 }] }],
  ] as const)('“%s”', (text, note) => {
    expect(soldFrom(text)).toEqual(note);
    expect(soldFrom(soldText(note as never))).toEqual(note);
  }); // prettier-ignore
  it.each(['ten', '25 for', '25 for 30 250 for 210', '-3 for 2', '0 for 2'])('“%s” is none', (text) => {
    expect(soldFrom(text)).toBeUndefined();
  });
  it('cable has its coils from a foot’s price until sizes are given; other things are bought singly', () => {
    expect(soldOf('cable-14', { 'cable-14': 2 }, undefined).map((s) => [s.count, s.price])).toEqual([[25, 60], [50, 110], [100, 200], [250, 425]]); // prettier-ignore
    expect(soldOf('cable-14', undefined, { 'cable-14': { sold: [{ count: 30, price: 33 }] } })).toEqual([{ count: 30, price: 33 }]);
    expect(soldOf('plate', undefined, undefined)).toEqual([]);
    expect(soldOf('plate', { plate: 2 }, { plate: { packet: 10 } })).toEqual([{ count: 10, price: 20 }]);
  });
});
