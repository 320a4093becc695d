using TinCompass.Core.Hands;
using TinCompass.Core.Stages;

namespace TinCompass.Core.Methods.LastLayer;

/// <summary>How the last layer is spoken of.</summary>
public static class LlWords
{
    /// <summary>"Top": what a stop of a set is called.</summary>
    public static string StopTitle(LlSet set) => set switch
    {
        LlSet.Oll => "top",
        LlSet.Pll => "sides",
        LlSet.Eoll => "top edges",
        LlSet.Ocll => "top corners",
        LlSet.Cpll => "side corners",
        _ => "side edges",
    };

    /// <summary>The stage as read, and its casebook: "Top edges (EOLL)".</summary>
    public static string StageTitle(LlSet set) => $"{Words.Capital(StopTitle(set))} ({set.Id().ToUpperInvariant()})";

    /// <summary>How an algorithm is learnt and what it leads to, with the time of both and what the grip one arrives with costs.</summary>
    public static string Way(LlPair pair, string bursts, HandModel hands)
    {
        var whose = pair.First.IsOwn ? "yours; " : pair.First.Sequence.IsCommon ? "common; " : "";
        var grip = Math.Abs(pair.Grip) < HandModel.WorthTelling ? ""
            : $"; {hands.Told(Math.Abs(pair.Grip))} {(pair.Grip > 0 ? "more" : "less")} from the grip you arrive with";
        var left = pair.Left.IsSolved ? "solved" : pair.Left.Letter.Length > 0 ? pair.Left.Letter : pair.Left.Title;
        var then = pair.Then is null && !pair.Left.IsSolved ? "" : $"; then {left}";
        return whose + bursts + grip + then + (pair.Then is not null && pair.Time is { } all ? $": {hands.Told(all)} in all" : "");
    }

    /// <summary>What would have been better than a step of an own last layer; empty where nothing was.</summary>
    public static IReadOnlyList<string> Notes(JudgedLlStep step, HandModel hands) => step.Better is not { } better ? []
        :
        [
            $"Better here: {string.Join(' ', better.First.AsTurned)} ({better.First.Length} HTM"
                + $"{(better.FirstTime is { } time ? $", {hands.Told(time)}" : "")}), with the best of what it leads to.",
        ];

    /// <summary>"once in 54", "4 times in 27".</summary>
    public static string HowOften(LlCase c) => c.Probability.Split('/') is ["1", var of] ? $"once in {of}"
        : c.Probability.Replace("/", " times in ", StringComparison.Ordinal);

    /// <summary>"orientation" in a sentence.</summary>
    public static string SetTitle(LlSet set) => set switch
    {
        LlSet.Oll => "orientation",
        LlSet.Pll => "permutation",
        LlSet.Eoll => "the orientation of edges",
        LlSet.Ocll => "the orientation of corners",
        LlSet.Cpll => "the permutation of corners",
        _ => "the permutation of edges",
    };

    /// <summary>How a case is seen in a view.</summary>
    public static string ViewTitle(int quarters) => quarters switch
    {
        0 => "as named",
        1 => "top a quarter on",
        2 => "top a half on",
        _ => "top a quarter back",
    };

    /// <summary>How likely a case is, and how it is told.</summary>
    public static string Rule(LlCase c)
    {
        var glances = LlGlances.Say(LlGlances.Of(c.Set, c.View));
        var telltale = LlGlances.Telltale(c.Set, c.View);
        return string.Join(' ', new[] { $"Comes {HowOften(c)}.", glances, telltale }.Where(s => s.Length > 0));
    }
}
