"""What writing keeps to, over HTTP."""

from typing import Any

from ninja import Router

from bunraku.server.projects.access import CHANGES, READS, ProjectId, ProjectRequest
from bunraku.server.write.limit_settings import set_limits, set_rules_off, settings_of
from bunraku.server.write.writing_schemas import OutletLimitsIn, RulesOffIn, WriteSettingsOut

router = Router(tags=["write"])


@router.get("/write/settings", response=WriteSettingsOut, auth=READS, url_name="write_settings")
def read(request: ProjectRequest, project_id: ProjectId) -> Any:
    """Limits by outlet, and the rules of the checklist."""
    return settings_of(request.project)


@router.put("/write/limits", response=WriteSettingsOut, auth=CHANGES, url_name="write_limits")
def limits(request: ProjectRequest, project_id: ProjectId, given: OutletLimitsIn) -> Any:
    """Give an outlet its limits."""
    set_limits(request.project, given.outlet_id, given.profile, given.own)
    return settings_of(request.project)


@router.put("/write/rules", response=WriteSettingsOut, auth=CHANGES, url_name="write_rules")
def rules(request: ProjectRequest, project_id: ProjectId, given: RulesOffIn) -> Any:
    """Say which rules the project does without."""
    set_rules_off(request.project, given.rules)
    return settings_of(request.project)
