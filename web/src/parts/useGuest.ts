import { useVisitor } from "../api/studio";

/** Whether whoever sits here came by a share link. */
export const useGuest = () => useVisitor().data?.kind === "guest";
