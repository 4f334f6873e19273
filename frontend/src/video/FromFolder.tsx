/** A video from the folder that the operator allows, used where it lies. */
import { useQuery } from "@tanstack/react-query";
import { folderQuery } from "../api/queries";
import { size } from "../units/units";

export function FromFolder({ add }: { add: (file: string) => Promise<void> }) {
  const { data } = useQuery(folderQuery);
  if (!data) return null;
  if (!data.files.length) return <span className="quiet">The operator's folder holds no videos.</span>;
  return (
    <label className="flex items-center gap-2">
      or from the folder
      <select
        className="select select-sm w-72"
        value=""
        onChange={(e) => e.target.value && void add(e.target.value)}
      >
        <option value="">choose a video</option>
        {data.files.map((one) => (
          <option key={one.file} value={one.file} translate="no">
            {one.file} ({size(one.bytes)})
          </option>
        ))}
      </select>
    </label>
  );
}
