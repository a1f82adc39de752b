import { useSearchParams } from "react-router";

/** The tab of a page, kept in its address (`?show=`); the usual one where none is told. */
export function useTab(usual: string) {
  const [search, setSearch] = useSearchParams();
  return {
    value: search.get("show") ?? usual,
    onChange: (show: string | null) => setSearch(show === null ? {} : { show }),
    keepMounted: false,
  };
}
