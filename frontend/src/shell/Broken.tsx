/** The page itself failed: say so, and that nothing typed is lost. */
import { useRouteError } from "react-router";

export function Broken() {
  const error = useRouteError();
  return (
    <main className="mx-auto max-w-xl p-6" role="alert">
      <h1 className="text-xl font-bold">This page stopped working</h1>
      <p className="mt-2">What you entered is kept in this browser. Reload the page to go on.</p>
      <p className="mt-4">
        <a className="go" href="/">
          Go to today
        </a>
      </p>
      <p className="quiet num mt-6 text-xs">{error instanceof Error ? error.message : "unknown error"}</p>
    </main>
  );
}
