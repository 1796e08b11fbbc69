/**
 * Pictures that a mail names elsewhere, and the mail with others in their place. Pure, so that it can be tested without
 * a screen.
 */

/** More than a mail has that anybody reads. */
const MOST = 40;
const SRC = /(<img\b[^>]*?\ssrc=")([^"]+)(")/gi;

const plain = (attribute: string) => attribute.replace(/&amp;/g, '&');

/** Addresses at other hosts than this one, each once, as they are and not as HTML writes them. */
export function externalPictures(html: string, ownOrigin: string): string[] {
  const found = [...html.matchAll(SRC)]
    .map(([, , src]) => plain(src))
    .filter((src) => /^https?:\/\//i.test(src) && !src.startsWith(`${ownOrigin}/`));
  return [...new Set(found)].slice(0, MOST);
}

/** The mail with the pictures that are there; what is missing stays as it is, and shows its words. */
export function withPictures(html: string, pictures: Map<string, string>): string {
  return html.replace(SRC, (whole, before: string, src: string, after: string) => {
    const picture = pictures.get(plain(src));
    return picture ? before + picture + after : whole;
  });
}
