/** Hands a file to the browser to keep. */
export const download = (name: string, content: Blob | string, type = 'text/plain'): void => {
  const url = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type }) : content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  // the browser has taken it by then
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
};

/** A name that any file system takes. */
export const fileName = (text: string): string =>
  text
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 60) || 'sgraffa';
