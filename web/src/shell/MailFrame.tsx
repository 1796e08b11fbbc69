import { useQueries } from '@tanstack/react-query';
import { useMemo } from 'react';
import { api, keys } from '../api/client';
import { externalPictures, withPictures } from './mailPictures';

/**
 * Shows a mail's HTML shut off from the page: no scripts, no forms, links open outside. Pictures of the shop are
 * fetched by the server, since the frame loads nothing from elsewhere.
 *
 * Another content is another frame: Chromium can leave a sandboxed frame blank whose content changes while it loads.
 */
export function MailFrame({ html, title }: { html: string; title: string }) {
  const addresses = useMemo(() => externalPictures(html, window.location.origin), [html]);
  const pictures = useQueries({
    queries: addresses.map((address) => ({
      queryKey: keys.picture(address),
      queryFn: () => api.picture(address),
      retry: false,
      staleTime: Number.POSITIVE_INFINITY,
    })),
    combine: (all) => all.map((p) => p.data),
  });
  const shown = useMemo(
    () =>
      withPictures(
        html,
        new Map(addresses.flatMap((a, i) => (pictures[i] ? [[a, pictures[i]] as [string, string]] : []))),
      ),
    [html, addresses, pictures],
  );
  return (
    <iframe
      key={shown}
      title={title}
      sandbox="allow-popups"
      srcDoc={shown.replace('<head>', '<head><base target="_blank">')}
    />
  );
}
