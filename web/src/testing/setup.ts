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
