declare module 'jsdom' {
  interface Element {
    namespaceURI: string | null;
    textContent: string | null;
  }
  interface XmlDocument {
    documentElement: Element;
    getElementsByTagName(name: string): Iterable<Element>;
  }
  export class JSDOM {
    constructor(html: string);
    window: { document: unknown; DOMParser: new () => { parseFromString(text: string, type: string): XmlDocument } };
  }
}
