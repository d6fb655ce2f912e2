import { useQuery } from "@tanstack/react-query";
import { api, told } from "../api/client";
import { keys } from "../api/keys";

/** How mail goes out now. */
export const useMail = () =>
  useQuery({
    queryKey: keys.installation("mail"),
    queryFn: () => told(api.GET("/api/installation/mail")),
    retry: false,
  });
