/** What the server has answered, remembered for all screens. */
import { QueryClient } from "@tanstack/react-query";

export const queries = new QueryClient({ defaultOptions: { queries: { refetchOnWindowFocus: false, retry: 1 } } });
