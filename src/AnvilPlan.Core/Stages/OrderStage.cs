using AnvilPlan.Core.Catalogs;
using AnvilPlan.Core.Designs;
using AnvilPlan.Core.Fit;
using AnvilPlan.Core.Fixings;
using AnvilPlan.Core.Gluing;
using AnvilPlan.Core.Joints;
using AnvilPlan.Core.Order;
using AnvilPlan.Core.Parts;
using AnvilPlan.Core.Shell;
using AnvilPlan.Core.Shops;
using AnvilPlan.Core.Work;

namespace AnvilPlan.Core.Stages;

/// <summary>
/// Sixth stage: what has to be done, and what before what. Blanks, joints, glue-up, fixings, hardware, finish and the ways to build each
/// name their operations; the order follows from what every one of them needs.
/// </summary>
public static class OrderStage
{
    public static WorkPlan Run(Design design, Catalog catalog, ShopProfile shop, FitPlan fit, ShellPlan shell, JointPlan joints,
        FixingPlan fixings, PartPlan parts, GluePlan glue)
    {
        var job = new Job(design, catalog, shop.Rates, fit, shell, joints, fixings, parts, glue);
        return WorkPlan.Of(
        [
            .. ((IEnumerable<Operation>)
            [
                .. BlankWork.Of(job),
                .. joints.Work.Select(job.Whole).Select(o => ClosingWork.InPlace(job, o)),
                .. JoinWork.Of(job),
                .. FinishWork.Of(job),
                .. LetterWork.Of(job),
                .. HardwareWork.Of(job),
                .. ClosingWork.Of(job),
            ]).Where(o => o.Minutes > 0),
        ]);
    }
}
