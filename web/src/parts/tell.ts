/** Say that something failed, in a note that stays long enough to be read. */
import { notifications } from "@mantine/notifications";

export function tell(title: string, error: unknown): void {
  notifications.show({ color: "red", title, message: (error as Error).message, autoClose: 12000 });
}
