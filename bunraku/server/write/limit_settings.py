"""What writing keeps to, as a person sets it: limits of outlets, rules that are off."""

from collections.abc import Mapping, Sequence
from typing import Any

from django.db import transaction

from bunraku.core.channels import FORMS, PROFILES, channel_named
from bunraku.core.channels.form import Profile
from bunraku.core.write.checklist import RULES
from bunraku.core.write.limits import changed
from bunraku.server.errors import BunrakuError
from bunraku.server.journal.recorder import Recorder
from bunraku.server.projects.actions import find_outlet
from bunraku.server.projects.models import Project
from bunraku.server.write.aims import profile_of
from bunraku.server.write.models import OutletLimits, RuleOff

_NAMES = {field.id: field.name for form in FORMS.values() for field in form.fields}


def settings_of(project: Project) -> dict[str, Any]:
    """Limits by outlet, and the rules of the checklist."""
    off = set(RuleOff.objects.filter(project=project).values_list("rule", flat=True))
    return {
        "outlets": [
            {
                "outlet_id": outlet.pk,
                "outlet": outlet.name,
                "form": channel_named(outlet.channel).form.id,
                "profile": profile_of(channel_named(outlet.channel).form.id, outlet.pk)[0].id,
                "profiles": [
                    _profile(profile, profile_of(channel_named(outlet.channel).form.id, outlet.pk))
                    for profile in PROFILES.values()
                    if profile.form == channel_named(outlet.channel).form.id
                ],
            }
            for outlet in project.outlets.all()
        ],
        "rules": [
            {
                "id": rule.id,
                "text": rule.good,
                "forms": [form.id for form in FORMS.values() if form.has(*rule.needs)],
                "off": rule.id in off,
            }
            for rule in RULES
        ],
    }


def _profile(profile: Profile, held: tuple[Profile, Mapping[str, float]]) -> dict[str, Any]:
    own = held[1] if held[0].id == profile.id else {}
    return {
        "id": profile.id,
        "name": profile.name,
        "limits": [
            {
                "id": limit.id,
                "field": limit.field,
                "name": _NAMES[limit.field],
                "unit": limit.unit,
                "of": limit.of,
                "kind": limit.kind,
                "usual": usual.most,
                "most": limit.most,
            }
            for limit, usual in zip(changed(profile, own).limits, profile.limits, strict=True)
        ],
    }


def set_limits(project: Project, outlet_id: int, profile_id: str, own: Mapping[str, float]) -> None:
    """Give an outlet a profile and numbers of one's own. Raises: not_found; invalid_input for a
    profile that does not suit it, or a limit that it does not have."""
    with transaction.atomic():
        outlet = find_outlet(project, outlet_id)
        profile = PROFILES.get(profile_id)
        if profile is None or profile.form != channel_named(outlet.channel).form.id:
            message = f"{outlet.name} cannot have these limits."
            raise BunrakuError("invalid_input", message, field="profile")
        usual = {limit.id: limit.most for limit in profile.limits}
        unknown = next((name for name in own if name not in usual), None)
        if unknown is not None:
            raise BunrakuError("invalid_input", f"There is no limit “{unknown}”.", field="own")
        kept = {name: most for name, most in own.items() if most != usual[name]}
        held = OutletLimits.objects.filter(outlet=outlet).first()
        with Recorder(project, f"Set the limits of {outlet.name}"[:200]) as journal:
            if held is None:
                journal.made(
                    [OutletLimits.objects.create(outlet=outlet, profile=profile_id, own=kept)]
                )
            else:
                journal.touch([held])
                held.profile, held.own = profile_id, kept
                held.save()


def set_rules_off(project: Project, rules: Sequence[str]) -> None:
    """Do without some rules, and with all others. Raises: invalid_input for one there is not."""
    known = {rule.id for rule in RULES}
    wanted = set(rules)
    if wanted - known:
        message = f"There is no rule “{min(wanted - known)}”."
        raise BunrakuError("invalid_input", message, field="rules")
    with transaction.atomic():
        there = {off.rule: off for off in RuleOff.objects.filter(project=project)}
        with Recorder(project, "Changed the rules of the checklist") as journal:
            journal.remove([off for rule, off in there.items() if rule not in wanted])
            new = sorted(wanted - there.keys())
            journal.made([RuleOff.objects.create(project=project, rule=rule) for rule in new])
