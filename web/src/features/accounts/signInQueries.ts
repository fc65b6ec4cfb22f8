import { queryOptions } from "@tanstack/react-query";
import { ask, client } from "../../api/client";

export const signInsQuery = queryOptions({
  queryKey: ["sign-ins"],
  queryFn: () => ask(client.GET("/api/demo/sign-ins")),
  staleTime: Infinity,
});
