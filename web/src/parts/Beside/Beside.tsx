import { Box } from "@mantine/core";
import type { ReactNode } from "react";
import classes from "./Beside.module.css";

/** A column at the side and what it is about; on narrow windows one under the other. */
export const Beside = ({ children }: { children: ReactNode }) => <Box className={classes.beside}>{children}</Box>;
