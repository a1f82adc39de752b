import { Alert, Anchor, Box, Skeleton, Stack, Text, Title } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { answered, client } from "../../api/client";
import { KeysListed } from "../../parts/music/KeysListed";
import { tell } from "../../parts/tell";
import { useGoTo } from "../../parts/useGoTo";
import type { Help } from "../../api/types";
import classes from "./Help.module.css";

/** The words of the trade and of this program, where each is found, and the keys of the computer. */
export function Component() {
  const words = useQuery({
    queryKey: ["help"],
    queryFn: () => answered(client.GET("/api/help")),
    staleTime: Infinity,
  });
  return (
    <Box className={classes.page}>
      <title>Help · Dodecant</title>
      <Title order={1} size="h2" mb="md">
        Help
      </Title>
      <div className={classes.columns}>
        <section aria-labelledby="words">
          <Title order={2} size="h3" id="words">
            Words
          </Title>
          {words.isError && <Alert color="red">{words.error.message}</Alert>}
          {words.isPending && <Skeleton height={320} role="img" aria-label="Reading the words" />}
          <dl className={classes.words}>
            {words.data?.map((one) => (
              <Word key={one.title} {...one} />
            ))}
          </dl>
        </section>
        <section aria-labelledby="keys">
          <Title order={2} size="h3" id="keys">
            Keyboard shortcuts
          </Title>
          <KeysListed />
        </section>
      </div>
    </Box>
  );
}

function Word({ title, also, text, place, begin }: Help) {
  const goTo = useGoTo();
  return (
    <div className={classes.word}>
      <dt>{title}</dt>
      <dd>
        <Stack gap={2}>
          <Text size="sm">{text}</Text>
          <Text size="sm" c="dimmed">
            Also: {also.join(", ")}.{" "}
            {begin !== null && (
              <Anchor
                component="button"
                type="button"
                size="sm"
                onClick={() => {
                  goTo({ place, begin }).catch((error: unknown) => tell("That could not be opened", error));
                }}
              >
                See it on the bench
              </Anchor>
            )}
            {begin === null && place !== "" && place !== "help" && (
              <Anchor component={Link} to={`/${place}`} size="sm">
                Go there
              </Anchor>
            )}
          </Text>
        </Stack>
      </dd>
    </div>
  );
}
