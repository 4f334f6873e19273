/** The causes named for a player's errors, counted, with how each is known. */
import { useQuery } from "@tanstack/react-query";
import { Link, useParams } from "react-router";
import { causesQuery } from "../api/queries";
import { PlayerFrame } from "./PlayerFrame";

export function CausesPage() {
  const id = Number(useParams().player);
  const { data, error } = useQuery(causesQuery(id));
  return (
    <PlayerFrame id={id} title="Causes" name={data?.player} error={error} waiting={data?.waiting}>
      {data && data.shots === 0 && (
        <p className="mt-4 max-w-prose">
          No cause is named yet. The result slip of the desk takes them, with how each is known.
        </p>
      )}
      {data && data.shots > 0 && (
        <>
          <table className="mt-4 w-full max-w-3xl text-sm">
            <thead>
              <tr className="quiet text-left text-xs">
                <th className="font-normal">{data.shots} shots with a cause</th>
                <th className="text-right font-normal">Share of them</th>
                <th className="pl-6 font-normal">How it is known</th>
              </tr>
            </thead>
            {data.groups
              .filter((group) => group.n > 0)
              .map((group) => (
                <tbody key={group.words}>
                  <tr className="rule border-t">
                    <th scope="colgroup" colSpan={3} className="pt-2 text-left">
                      {group.words} <span className="quiet num text-xs font-normal">{group.n}</span>
                    </th>
                  </tr>
                  {group.causes.map((cause) => (
                    <tr key={cause.code} className="hover:bg-base-200">
                      <th scope="row" className="py-0.5 pl-3 text-left font-normal">
                        <Link
                          className="go"
                          to={`/numbers/ask?player=${id}&measure=named-causes&by=none&cause=${cause.code}`}
                        >
                          {cause.words}
                        </Link>
                      </th>
                      <td className="num text-right whitespace-nowrap">
                        {Math.round((cause.share.value ?? 0) * 100)} %{" "}
                        <span className="quiet text-xs">
                          {cause.share.k} of {cause.share.n}
                        </span>
                      </td>
                      <td className="pl-6">
                        {Object.entries(cause.known)
                          .map(
                            ([how, n]) => `${data.known[how] ?? how}${cause.share.k === n ? "" : ` ${n}`}`,
                          )
                          .join(", ")}
                      </td>
                    </tr>
                  ))}
                </tbody>
              ))}
          </table>
          <p className="quiet mt-4 max-w-prose text-sm">
            A shot may have several causes. A cause that the player told is worth more than one inferred
            from the picture: a camera sees a thick hit, not a doubt.
          </p>
        </>
      )}
    </PlayerFrame>
  );
}
