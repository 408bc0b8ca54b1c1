import * as React from 'react';

/*
 * What a page does that no test of the whole app asks about takes a quarter of its time: styles worked out from style sheets,
 * where there are none, and the place in the source of every element that React makes.
 */

const asked = window.getComputedStyle.bind(window);
const displays = new Map<string, string>();

/** How a kind of element is laid out by itself. */
function displayOf(element: Element): string {
  const name = element.tagName;
  let display = displays.get(name);
  if (display === undefined) {
    const plain = document.body.appendChild(document.createElement(name));
    display = asked(plain).display;
    plain.remove();
    displays.set(name, display);
  }
  return display;
}

/** The style of an element is its own alone: what its `style` says, laid out as its kind is. */
function ownStyle(element: Element): CSSStyleDeclaration {
  const { style } = element as HTMLElement;
  const display = () => style.display || displayOf(element);
  return new Proxy(style, {
    get: (_, key) => {
      if (key === 'display') return display();
      if (key === 'getPropertyValue')
        return (name: string) => (name === 'display' ? display() : style.getPropertyValue(name));
      const value = Reflect.get(style, key, style);
      return typeof value === 'function' ? value.bind(style) : value;
    },
  });
}

const nothing = document.createElement('i').style;
window.getComputedStyle = (element, pseudo) => (pseudo ? nothing : ownStyle(element));

// React keeps the place of so many elements a second, and then of no more: as if they had been.
const name = '__CLIENT_INTERNALS_DO_NOT_USE_OR_WARN_USERS_THEY_CANNOT_UPGRADE';
const internals = (React as unknown as Record<string, object | undefined>)[name];
if (internals) Object.defineProperty(internals, 'recentlyCreatedOwnerStacks', { get: () => 1e9, set: () => undefined });
