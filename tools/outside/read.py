"""Reads a calendar by three parsers and a mail by a fourth; none shares code with the product. Writes what each found as JSON."""
import email
import email.policy
import json
import sys

import gi
import icalendar
import vobject

gi.require_version("ICalGLib", "3.0")
from gi.repository import ICalGLib  # noqa: E402

folder = sys.argv[1]
with open(f"{folder}/loans.ics", "rb") as file:
    raw = file.read()


def by_icalendar():
    calendar = icalendar.Calendar.from_ical(raw)
    return [
        {
            "summary": str(event["SUMMARY"]),
            "day": event["DTSTART"].dt.isoformat(),
            "until": event["DTEND"].dt.isoformat(),
        }
        for event in calendar.walk("VEVENT")
    ]


def by_vobject():
    calendar = vobject.readOne(raw.decode("utf-8"))
    return [
        {
            "summary": event.summary.value,
            "day": event.dtstart.value.isoformat(),
            "until": event.dtend.value.isoformat(),
        }
        for event in calendar.vevent_list
    ]


def by_libical():
    calendar = ICalGLib.Component.new_from_string(raw.decode("utf-8"))
    kind = ICalGLib.ComponentKind.VEVENT_COMPONENT
    found = []
    event = calendar.get_first_component(kind)
    while event is not None:
        day = event.get_dtstart()
        until = event.get_dtend()
        found.append(
            {
                "summary": event.get_summary(),
                "day": f"{day.get_year():04}-{day.get_month():02}-{day.get_day():02}",
                "until": f"{until.get_year():04}-{until.get_month():02}-{until.get_day():02}",
            }
        )
        event = calendar.get_next_component(kind)
    return found


def by_email():
    with open(f"{folder}/reminder.eml", "rb") as file:
        mail = email.message_from_binary_file(file, policy=email.policy.default)
    return {
        "to": str(mail["to"]),
        "from": str(mail["from"]),
        "subject": str(mail["subject"]),
        "text": mail.get_body(("plain",)).get_content(),
        "parts": [part.get_content_type() for part in mail.walk()],
        "headers": sorted(name.lower() for name in mail.keys()),
    }


json.dump(
    {"icalendar": by_icalendar(), "vobject": by_vobject(), "libical": by_libical(), "email": by_email()},
    open(f"{folder}/read.json", "w", encoding="utf-8"),
    ensure_ascii=False,
    indent=2,
)
