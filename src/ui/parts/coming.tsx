/** The empty room of what comes when it is first looked at. */
export function Coming() {
  return <div data-coming className="h-full" />;
}
