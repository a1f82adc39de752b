import { Alert, Box, Skeleton } from "@mantine/core";
import type { MapAsked } from "../../api/types";
import { useMap } from "./queries";
import classes from "./Sounds.module.css";
import { Engraved } from "../../parts/Engraved/Engraved";

interface MapPictureProps {
  asked: MapAsked;
  /** What it is a map of: "On the guitar". */
  label: string;
}

/** Every place of a sound on an instrument. */
export function MapPicture({ asked, label }: MapPictureProps) {
  const { data, error, isPlaceholderData } = useMap(asked);
  if (error)
    return (
      <Alert color="lamp" title="There is no map of this kind">
        {error.message}
      </Alert>
    );
  if (data === undefined) return <Skeleton height={160} role="img" aria-label="Drawing the map" />;
  return (
    <Box role="img" aria-label={`${label}: ${data.words}`}>
      <Engraved svg={data.picture} old={isPlaceholderData} className={classes.map} />
    </Box>
  );
}
