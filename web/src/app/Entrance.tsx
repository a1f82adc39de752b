import { Button, PasswordInput, Stack, Text, Title } from "@mantine/core";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { comeIn } from "../api/ticket";

/** The way in for the teacher, where the program can be reached from other machines. */
export function Entrance() {
  const queries = useQueryClient();
  const [passphrase, setPassphrase] = useState("");
  const [error, setError] = useState("");
  const [trying, setTrying] = useState(false);
  const enter = async () => {
    setTrying(true);
    await comeIn(passphrase).then(
      () => queries.invalidateQueries(),
      (fault: unknown) => setError((fault as Error).message),
    );
    setTrying(false);
  };
  return (
    <Stack
      p="xl"
      maw="26rem"
      component="form"
      onSubmit={(event) => {
        event.preventDefault();
        void enter();
      }}
    >
      <title>Sign in · Dodecant</title>
      <Title order={1} size="h2">
        Sign in
      </Title>
      <Text>These are the teacher’s screens. Whoever was given a link or a code opens that instead.</Text>
      <PasswordInput
        label="Passphrase"
        autoComplete="current-password"
        data-autofocus
        value={passphrase}
        error={error}
        onChange={(event) => setPassphrase(event.currentTarget.value)}
      />
      <Button type="submit" loading={trying} disabled={passphrase === ""}>
        Sign in
      </Button>
    </Stack>
  );
}
