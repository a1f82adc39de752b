import { Skeleton, Stack, Text, Title } from "@mantine/core";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import { useNavigate } from "react-router";
import { openTicket } from "../api/ticket";

/** A link is opened by the token in its address; then the token is taken out of the address, and kept as a cookie. */
export function AtTheDoor({ token }: { token: string }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  useEffect(() => {
    if (token === "") return;
    const away = () => void navigate("/ticket", { replace: true });
    openTicket(token).then(() => queries.resetQueries().then(away), away);
  }, [token, queries, navigate]);
  return token === "" ? <OpensNothing /> : <Skeleton m="xl" height={300} />;
}

/** What a link says that is unknown, expired or revoked. */
function OpensNothing() {
  return (
    <Stack p="xl">
      <title>Dodecant</title>
      <Title order={1} size="h2">
        This link does not work
      </Title>
      <Text>It may have expired. Ask your teacher for a new one.</Text>
    </Stack>
  );
}
