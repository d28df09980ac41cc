/** What stands on the page until the session is known or a view's code has come. index.html says the same before. */
export function Opening() {
  return (
    <div className="alone quiet" role="status">
      Opening the book …
    </div>
  )
}
