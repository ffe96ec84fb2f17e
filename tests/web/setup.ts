// jsdom has no media queries, no element scrolling and no pointer capture
window.matchMedia = (query) =>
  ({ matches: false, media: query, addEventListener: () => {}, removeEventListener: () => {} }) as unknown as MediaQueryList
Element.prototype.scrollIntoView = () => {}
Element.prototype.setPointerCapture = () => {}
Element.prototype.releasePointerCapture = () => {}
Element.prototype.hasPointerCapture = () => false
globalThis.ResizeObserver = class {
  observe() {}
  unobserve() {}
  disconnect() {}
}

// nor CSS.escape, nor the text of a file
globalThis.CSS = { escape: (text: string) => text.replace(/[^a-zA-Z0-9_-]/g, (c) => '\\' + c) } as typeof CSS
Blob.prototype.text ??= function (this: Blob) {
  return new Promise((resolve) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result))
    reader.readAsText(this)
  })
}
