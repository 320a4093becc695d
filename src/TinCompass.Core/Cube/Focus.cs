namespace TinCompass.Core.Cube;

/// <summary>
/// What one looks at on a cube: a base colour, and a part of the cube by a name that the stage understands which looks ("green-red" for a
/// slot); empty when it is
/// about the whole stage.
/// </summary>
public sealed record Focus(Color Base, string Part = "");
