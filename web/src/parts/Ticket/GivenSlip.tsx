import { Anchor, Text } from "@mantine/core";
import type { Ticket } from "../../api/types";
import { TicketSlip } from "./TicketSlip";
import { Words } from "./Words";

type GivenSlipProps = Pick<Ticket, "title" | "due" | "words" | "listening" | "links">;

/** An assignment as its slip: the teacher's words, what to listen to, pages on the web. */
export const GivenSlip = ({ title, due, words, listening, links }: GivenSlipProps) => (
  <TicketSlip title={title} due={due}>
    <Words blocks={words} />
    {listening !== "" && <Text size="sm">To listen to: {listening}</Text>}
    {links.map(({ name, address }) => (
      <Anchor key={address} href={address} size="sm" rel="noreferrer" target="_blank">
        {name || address}
      </Anchor>
    ))}
  </TicketSlip>
);
