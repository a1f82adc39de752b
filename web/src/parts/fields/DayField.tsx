import { DateInput, type DateInputProps } from "@mantine/dates";
import { firstOfWeek } from "../../api/dates";

/** A day, written out with its weekday; the weeks of its calendar begin where those of the reader's country do. */
export const DayField = (props: DateInputProps) => (
  <DateInput
    valueFormat="dddd D MMM YYYY"
    firstDayOfWeek={(firstOfWeek() % 7) as 0 | 1 | 6}
    clearButtonProps={{ "aria-label": "No date" }}
    {...props}
  />
);
