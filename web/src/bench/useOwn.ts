import { useQuery } from "@tanstack/react-query";
import { api } from "../api/client";

/** What the person has kept for reuse, on every wall. */
export const useOwn = () => useQuery({ queryKey: ["own"], queryFn: api.own });
