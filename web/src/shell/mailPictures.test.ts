import { expect, it } from 'vitest';
import { externalPictures, withPictures } from './mailPictures';

const HERE = 'https://herald.example';
const html = `<p>x</p><img src="https://shop.example/a.png?w=1&amp;h=2" alt="A"><IMG alt='B' src="https://shop.example/b.png">
<img src="https://herald.example/brand/logo.png"><img src="data:image/png;base64,AA"><img src="https://shop.example/b.png">
<a href="https://shop.example/c.png">no picture</a>`;

it('finds the pictures of other hosts, each once', () => {
  expect(externalPictures(html, HERE)).toEqual(['https://shop.example/a.png?w=1&h=2', 'https://shop.example/b.png']);
  expect(externalPictures('', HERE)).toEqual([]);
});

it('puts in what is there and leaves the rest', () => {
  const shown = withPictures(html, new Map([['https://shop.example/a.png?w=1&h=2', 'data:image/png;base64,BB']]));
  expect(shown).toContain('<img src="data:image/png;base64,BB" alt="A">');
  expect(shown).toContain('src="https://shop.example/b.png"');
  expect(shown).toContain('href="https://shop.example/c.png"');
});

it('doesn’t ask for more than a mail can have', () => {
  const many = Array.from({ length: 100 }, (_, i) => `<img src="https://shop.example/${i}.png">`).join('');
  expect(externalPictures(many, HERE)).toHaveLength(40);
});
