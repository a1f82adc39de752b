/** What the frame and every screen need from the server. */
import { useQuery } from "@tanstack/react-query";
import { tablesQuery } from "../parts/queries";

export function useTables(enabled: boolean) {
  return useQuery({ ...tablesQuery, enabled });
}
