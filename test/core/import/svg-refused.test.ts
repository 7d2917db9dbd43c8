import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { WorkFault } from '@/core';
import { readSvg, SvgFault, svgToDesign } from '@/core/importing';
import { parseDesign } from '@/core/reading';
import { takeShippedFaces } from '../../faces';
import { runs } from '../../share';
import { cases, gradient, svg } from './svg-cases';

takeShippedFaces();

describe('SVG that is refused', () => {
  it('says why, and fetches and runs nothing', () => {
    expect(() => readSvg('<html/>')).toThrow('This file is no SVG');
    expect(() => readSvg('<svg xmlns="http://www.w3.org/2000/svg"><rect></svg>')).toThrow(SvgFault);
    const declaring = (entities: string, use = '') =>
      readSvg(`<!DOCTYPE svg [${entities}]><svg xmlns="http://www.w3.org/2000/svg">${use}</svg>`);
    expect(() => declaring('<!ENTITY a SYSTEM "file:///etc/hostname">', '&a;')).toThrow('outside the file');
    expect(() => declaring('<!ENTITY % a "x">')).toThrow('outside the file');
    expect(() => declaring('<!ENTITY a "<rect/>">', '&a;')).toThrow('hold elements');
    expect(() => declaring('<!ENTITY a "&b;"><!ENTITY b "&a;">')).toThrow('refer to themselves');
    // Each ten times the one before: a hundred billion characters.
    const laughs = Array.from({ length: 12 }, (_, i) => `<!ENTITY e${i + 1} "${`&e${i};`.repeat(10)}">`);
    expect(() => declaring(`<!ENTITY e0 "0">${laughs.join('')}`, '&e12;')).toThrow('characters');
    // Properties that refer to one another twice over: what they come to is counted, and what is too long is none.
    const twice = Array.from({ length: 60 }, (_, i) => `--p${i + 1}:var(--p${i}) var(--p${i});`).join('');
    const referring = (start: string) =>
      svg(
        `<style>svg{--p0:${start};${twice}}</style><rect width="9" height="9" style="fill:var(--p60,#27a)"/>`,
      );
    expect(() => readSvg(referring('red'))).toThrow('refer to comes to');
    const [plain] = Object.values(
      readSvg(svg('<rect width="9" height="9" style="--a:#27a;fill:var(--a)"/>')).parts,
    );
    expect(plain.coats[0].paint).toEqual({ kind: 'solid', colour: '#2277aa' });
    const strange = Array.from({ length: 500 }, (_, i) => `<rect width="9" height="9" fill="hue${i}"/>`).join(
      '',
    );
    expect(readSvg(svg(strange)).report.length).toBeLessThanOrEqual(101);
    const [named] = Object.values(
      declaring('<!ENTITY w "4"><!ENTITY x "&w;0">', '<rect id="n" width="&x;" height="9"/>').parts,
    );
    expect(named.source).toMatchObject({ width: 40, height: 9 });
    expect(() => readSvg(svg(`${'<g>'.repeat(300)}${'</g>'.repeat(300)}`))).toThrow('nests more than 200');
    const { top, report } = readSvg(
      svg(
        '<script>alert(1)</script><use href="http://example.org/#a"/><rect width="9" height="9" onclick="x()" fill="url(http://example.org/#g)"/>',
      ),
    );
    expect(top).toHaveLength(1);
    expect(report.map((r) => r.what)).toEqual([
      'Copies of what is not in the file',
      'Paints that are not in the file',
    ]);
  });

  it('gives up style sheets whose rules would be held against too many elements, and clips long texts', () => {
    const rules = Array.from({ length: 400 }, (_, i) => `.a${i}:nth-child(${i})`).join(',');
    const many = '<rect class="a1" width="1" height="1"/>'.repeat(3000);
    expect(() => readSvg(svg(`<style>${rules}{fill:red}</style>${many}`))).toThrow(
      /held against elements .* times/,
    );
    const { parts: made, report } = readSvg(svg(`<text>${'word '.repeat(4000)}</text>`));
    const [line] = Object.values(made);
    expect(line.source.kind === 'lettering' && line.source.text.length).toBeLessThanOrEqual(10_000);
    expect(report.map((r) => r.what)).toEqual(['Ends of long texts']);
  });

  it('gives up what grows by copies of copies, and ends what refers to itself', () => {
    const bomb = Array.from(
      { length: 12 },
      (_, i) => `<g id="l${i + 1}">${`<use href="#l${i}"/>`.repeat(10)}</g>`,
    ).join('');
    expect(() =>
      readSvg(svg(`<defs><g id="l0"><rect width="1" height="1"/></g>${bomb}</defs><use href="#l12"/>`)),
    ).toThrow(WorkFault);
    expect(
      readSvg(
        svg(
          '<g id="a"><use href="#b"/></g><g id="b"><use href="#a"/></g><clipPath id="c" clip-path="url(#c)"><rect width="9" height="9" clip-path="url(#c)"/></clipPath><rect width="9" height="9" clip-path="url(#c)"/><mask id="m"><rect width="9" height="9" mask="url(#m)"/></mask><rect width="9" height="9" mask="url(#m)"/><linearGradient id="g" href="#g"/><rect width="9" height="9" fill="url(#g)"/>',
        ),
      ).report.length,
    ).toBeGreaterThan(0);
  });

  it('never fails in any other way, whatever stands in it', { timeout: 1_800_000 }, () => {
    const words =
      '<text x="10 20" y="30" font-size="12" letter-spacing="2" fill="url(#g)">A <tspan font-size="24" dy="1em" fill="#c40">b</tspan><tspan x="5" font-family="serif">c</tspan></text>';
    const texts = [...Object.values(cases), svg(gradient + words), svg(words)];
    const bits = [
      '"',
      '<',
      '>',
      '/',
      '0',
      '-',
      '1e9',
      'NaN',
      '%',
      'url(#g)',
      'e',
      '  ',
      'inherit',
      '()',
      ',',
      '#',
      '&amp;',
      '<g>',
      'matrix(',
    ];
    const mutated = fc
      .tuple(
        fc.constantFrom(...texts),
        fc.array(fc.tuple(fc.nat(), fc.nat(12), fc.constantFrom(...bits)), { minLength: 1, maxLength: 6 }),
      )
      .map(([text, changes]) =>
        changes.reduce(
          (t, [at, cut, put]) => t.slice(0, at % t.length) + put + t.slice((at % t.length) + cut),
          text,
        ),
      );
    let slowest = 0;
    fc.assert(
      fc.property(mutated, (text) => {
        const start = performance.now();
        try {
          const { design } = svgToDesign(text, 'x');
          parseDesign(JSON.stringify(design));
        } catch (e) {
          if (!(e instanceof SvgFault || e instanceof WorkFault))
            throw new Error(`${(e as Error).stack}\n${text}`);
        }
        slowest = Math.max(slowest, performance.now() - start);
      }),
      { numRuns: runs(100_000, 1000) },
    );
    expect(slowest).toBeLessThan(2000);
  });
});
