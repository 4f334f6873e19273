import { Link } from "react-router";
import { Shell } from "./Shell";

export function NotHere() {
  return (
    <Shell>
      <p className="p-6">
        Nothing lives at this address.{" "}
        <Link className="go" to="/">
          Go to today
        </Link>
      </p>
    </Shell>
  );
}
