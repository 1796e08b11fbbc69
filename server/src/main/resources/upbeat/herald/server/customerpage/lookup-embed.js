// Puts the look-up page where this script stands, and keeps it as high as it needs.
(() => {
  const script = document.currentScript;
  const page = new URL(script.src.replace(/\/embed\.js.*$/, '?embed'));
  const frame = document.createElement('iframe');
  frame.src = page.href;
  frame.title = script.dataset.title || 'Find your order';
  frame.style.cssText = 'display:block;width:100%;border:0';
  frame.height = '380';
  window.addEventListener('message', (event) => {
    if (event.source !== frame.contentWindow || event.origin !== page.origin) return;
    const height = Number(event.data && event.data.lookUpHeight);
    if (height >= 100 && height <= 3000) frame.height = String(Math.ceil(height));
  });
  script.after(frame);
})();
