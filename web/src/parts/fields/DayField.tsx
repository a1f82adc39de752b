import { DateInput, type DateInputProps, DatePickerInput } from "@mantine/dates";
import { dayInWords, firstOfWeek, shortDay } from "../../api/dates";

/** What both calendars share: weeks as in the reader's country, names for all that is pressed, days of one month. */
const CALENDAR = {
  firstDayOfWeek: (firstOfWeek() % 7) as 0 | 1 | 6,
  hideOutsideDates: true,
  getDayAriaLabel: dayInWords,
  ariaLabels: {
    previousMonth: "Previous month",
    nextMonth: "Next month",
    previousYear: "Previous year",
    nextYear: "Next year",
    previousDecade: "Previous decade",
    nextDecade: "Next decade",
  },
  popoverProps: { withRoles: false, withinPortal: false },
  weekendDays: [], // all days alike, and readable
} satisfies Partial<DateInputProps>;

/** A day, written out with its weekday. */
export const DayField = (props: DateInputProps) => (
  <DateInput valueFormat="dddd D MMM YYYY" clearButtonProps={{ "aria-label": "No date" }} {...CALENDAR} {...props} />
);

interface DaysFieldProps {
  label: string;
  value: string[];
  onChange: (days: string[]) => void;
}

/** Several days. */
export const DaysField = ({ label, value, onChange }: DaysFieldProps) => (
  <DatePickerInput
    type="multiple"
    label={label}
    aria-label={`${label}: ${value.map(shortDay).join(", ") || "none"}`}
    placeholder="none"
    w="var(--field-m)"
    clearable
    clearButtonProps={{ "aria-label": "No days" }}
    styles={{ placeholder: { color: "var(--mantine-color-dimmed)" } }}
    valueFormatter={() => value.map(shortDay).join(", ")}
    {...CALENDAR}
    value={value}
    onChange={onChange}
  />
);
